/** Where a buyer is, and whether they buy for a company: what the tax goes by. */
import type { Offered } from "@dawngate/contract/sales";
import { useState } from "react";
import { View } from "react-native";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { CountryField } from "./country-field";

export interface SaidPlace {
  country: string | null;
  taxNumber: string;
}

interface Props {
  tax: NonNullable<Offered["tax"]>;
  said: SaidPlace;
  onSaid(said: SaidPlace): void;
}

export function BuyerPlace({ tax, said, onSaid }: Props) {
  const { quiet, ember } = usePalette();
  const [company, setCompany] = useState(said.taxNumber !== "");
  const [typed, setTyped] = useState(said.taxNumber);
  const { buyer } = tax;
  const say = () => onSaid({ country: buyer.country, taxNumber: typed.trim() });
  const isWrong = buyer.number !== null && !buyer.numberValid;
  return (
    <View role="group" aria-label="Where you are" style={{ gap: 8, maxWidth: 520 }}>
      <CountryField
        label="Your country"
        value={buyer.country}
        onChange={(country) => onSaid({ ...said, country })}
      />
      <Switched
        label="I buy for a company"
        on={company}
        onChange={(on) => {
          setCompany(on);
          setTyped("");
          onSaid({ country: buyer.country, taxNumber: "" });
        }}
      />
      {company ? (
        <>
          <TextField
            label="Its tax number"
            value={typed}
            maxLength={20}
            autoCapitalize="characters"
            error={isWrong}
            onChangeText={setTyped}
            onBlur={say}
            onSubmitEditing={say}
          />
          <Text kind="small" color={isWrong ? ember : quiet} role="status">
            {isWrong
              ? "This number is not registered in your country. Without one that is, the price is that of everybody."
              : tax.treatment === "reverse-charge"
                ? "The number is registered: the price has no tax in it, which your company owes itself."
                : "With a number registered in another country of the European Union the price has no tax in it."}
          </Text>
        </>
      ) : null}
    </View>
  );
}
