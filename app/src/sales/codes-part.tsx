/** The codes of a listing: each with what it takes off and what it has brought; one more, or many at once. */
import type { ListingAnswer, Offer } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { SearchField } from "../ui/search-field";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { ManyCodesSheet } from "./many-codes-sheet";
import { Part } from "./part";

interface Props {
  codes: Offer["codes"];
  brought: ListingAnswer["brought"];
  currency: string;
  today: string;
  onAdd(): void;
  onOpen(at: number): void;
  onMake(codes: Offer["codes"]): void;
}

/** So many are shown; the others are found by their word. */
const SHOWN = 12;

export function CodesPart({ codes, brought, currency, today, onAdd, onOpen, onMake }: Props) {
  const { quiet } = usePalette();
  const [many, setMany] = useState(false);
  const [typed, setTyped] = useState("");
  const known = new Map(brought.map((one) => [one.code, one]));
  const wanted = typed.trim().toUpperCase();
  const found = codes.flatMap((code, at) =>
    wanted === "" || code.code.toUpperCase().includes(wanted) ? [{ code, at }] : [],
  );
  const orders = brought.reduce((sum, one) => sum + one.orders, 0);
  const total = brought.reduce((sum, one) => sum + one.total, 0);
  return (
    <Part title="Codes" add="A code" onAdd={onAdd}>
      {codes.length > SHOWN ? (
        <SearchField label="Find a code" value={typed} onChange={setTyped} />
      ) : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        {found.slice(0, SHOWN).map(({ code, at }) => (
          <Choice
            key={at}
            label={[
              `${code.code}: ${code.percent === undefined ? sayMoney(code.amount ?? 0, currency) : `${code.percent} %`} less`,
              ...sayBrought(known.get(code.code.trim().toUpperCase()), currency),
            ].join(", ")}
            onPress={() => onOpen(at)}
          />
        ))}
      </View>
      <Text kind="small" color={quiet} role="status">
        {[
          ...(found.length > SHOWN ? [`And ${found.length - SHOWN} more.`] : []),
          ...(orders > 0
            ? [
                `${orders === 1 ? "One order was" : `${orders} orders were`} bought with a code, for ${sayMoney(total, currency)} in all.`,
              ]
            : []),
        ].join(" ")}
      </Text>
      <QuietAction label="Many codes at once" onPress={() => setMany(true)} />
      {many ? (
        <ManyCodesSheet
          taken={codes}
          today={today}
          onMake={onMake}
          onClose={() => setMany(false)}
        />
      ) : null}
    </Part>
  );
}

/** "used 3 times for €480.00". */
function sayBrought(one: ListingAnswer["brought"][number] | undefined, currency: string): string[] {
  if (!one) return [];
  return [
    `used ${one.orders === 1 ? "once" : `${one.orders} times`} for ${sayMoney(one.total, currency)}`,
  ];
}
