/** The invoices and credit notes of an order, each a file. */
import type { DocumentSummary } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { DOCUMENT_KINDS } from "@dawngate/core/sales/line-words";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import { addressOf } from "../store/ask";
import { FileLink } from "../ui/file-link";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

interface Props {
  /** The order, with what opens it where it is not opened by signing in. */
  place: { school: string; order: string; secret?: string };
  documents: readonly DocumentSummary[];
  currency: string;
  zone: string;
}

export function DocumentLinks({ place, documents, currency, zone }: Props) {
  const { quiet } = usePalette();
  if (documents.length === 0) return null;
  return (
    <View role="list" aria-label="Invoices and credit notes">
      {documents.map(({ number, kind, at, amount, of }) => (
        <View role="listitem" key={number} style={{ paddingBottom: 4 }}>
          <FileLink
            href={addressOf("getDocument", {
              ...place,
              number,
            })}
          >
            {`${DOCUMENT_KINDS[kind]} ${number}`}
          </FileLink>
          <Text kind="small" color={quiet} style={{ marginTop: -8 }}>
            {[
              sayMoney(amount, currency),
              sayWrittenInstant(at, zoneOf(zone), false),
              ...(of.length > 0 ? [`of ${of.join(", ")}`] : []),
            ].join(" · ")}
          </Text>
        </View>
      ))}
    </View>
  );
}
