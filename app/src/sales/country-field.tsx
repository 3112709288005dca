/** A country, found by typing a part of its name. */
import { useMemo } from "react";
import { FoundField } from "../ui/found-field";

/** ISO 3166-1 alpha-2, from memory. */
const CODES =
  "AD AE AF AG AI AL AM AO AR AS AT AU AW AX AZ BA BB BD BE BF BG BH BI BJ BL BM BN BO BQ BR BS BT BW BY BZ CA CC CD CF CG CH CI CK CL CM CN CO CR CU CV CW CX CY CZ DE DJ DK DM DO DZ EC EE EG ER ES ET FI FJ FK FM FO FR GA GB GD GE GF GG GH GI GL GM GN GP GQ GR GT GU GW GY HK HN HR HT HU ID IE IL IM IN IO IQ IR IS IT JE JM JO JP KE KG KH KI KM KN KP KR KW KY KZ LA LB LC LI LK LR LS LT LU LV LY MA MC MD ME MF MG MH MK ML MM MN MO MP MQ MR MS MT MU MV MW MX MY MZ NA NC NE NF NG NI NL NO NP NR NU NZ OM PA PE PF PG PH PK PL PM PN PR PS PT PW PY QA RE RO RS RU RW SA SB SC SD SE SG SH SI SK SL SM SN SO SR SS ST SV SX SY SZ TC TD TG TH TJ TK TL TM TN TO TR TT TV TW TZ UA UG US UY UZ VA VC VE VG VI VN VU WF WS XK YE YT ZA ZM ZW".split(
    " ",
  );

const names = new Intl.DisplayNames(["en"], { type: "region" });

/** A country in words: "Portugal". */
export const sayCountry = (code: string): string => names.of(code) ?? code;

interface Props {
  label?: string;
  value: string;
  onChange(country: string): void;
}

export function CountryField({ label = "Country", value, onChange }: Props) {
  const countries = useMemo(
    () => CODES.map((code) => ({ value: code, says: sayCountry(code), also: code })),
    [],
  );
  return (
    <FoundField
      label={label}
      says={sayCountry(value)}
      of={countries}
      none="No country is called that; try another spelling."
      onChange={onChange}
    />
  );
}
