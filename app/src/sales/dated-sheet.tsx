/** A price that holds for some days: a sale, an early price, a late fee. */
import type { Listing } from "@dawngate/core/sales";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { DateField } from "../ui/moment-fields";
import { MoneyField } from "../ui/money-field";
import { NumberField } from "../ui/number-field";
import { Options } from "../ui/options";
import { Sheet } from "../ui/sheet";
import { toggled } from "../ui/toggled";

export type Dated = Listing["dated"][number];

interface Props {
  dated: Dated;
  currency: string;
  /** The ways to pay that it can be for. */
  ways: readonly { id: string; says: string }[];
  today: string;
  onChange(dated: Dated): void;
  onRemove(): void;
  onClose(): void;
}

const KINDS = [
  { value: "early", label: "an early price" },
  { value: "sale", label: "a sale" },
  { value: "late", label: "a late fee" },
] as const;

/** The same of another kind; what both have stays. */
function asKind(dated: Dated, kind: Dated["kind"], today: string, ways: Props["ways"]): Dated {
  const options = dated.options ?? ways.map(({ id }) => id);
  const through = "through" in dated ? (dated.through ?? today) : today;
  const lowered =
    dated.kind === "late"
      ? { percent: 10 }
      : dated.amount === undefined
        ? { percent: dated.percent ?? 10 }
        : { amount: dated.amount };
  switch (kind) {
    case "early":
      return { kind, through, options: dated.options, ...lowered };
    case "sale":
      return { kind, from: today, through, options: dated.options, ...lowered };
    case "late":
      return { kind, from: today, add: 0 as never, options };
  }
}

export function DatedSheet({ dated, currency, ways, today, onChange, onRemove, onClose }: Props) {
  const named = dated.options ?? ways.map(({ id }) => id);
  const needsNames = dated.kind === "late" || dated.amount !== undefined;
  return (
    <Sheet title="A price for some days" onClose={onClose}>
      <Options
        label="It is"
        says="It is"
        options={KINDS}
        value={dated.kind}
        onChange={(kind) => onChange(asKind(dated, kind, today, ways))}
      />
      {dated.kind === "late" ? (
        <View style={{ flexDirection: "row", gap: 12 }}>
          <MoneyField
            label="Added"
            currency={currency}
            value={dated.add}
            onChange={(add) => add !== null && onChange({ ...dated, add: add as never })}
          />
          <DateField
            label="From"
            value={dated.from}
            onChange={(from) => onChange({ ...dated, from })}
          />
        </View>
      ) : (
        <>
          <Options
            label="How much"
            says="It is"
            options={[
              { value: "percent", label: "so many percent less" },
              { value: "amount", label: "a price of its own" },
            ]}
            value={dated.amount === undefined ? "percent" : "amount"}
            onChange={(how) => {
              const { amount: _a, percent: _p, ...rest } = dated;
              onChange(
                how === "percent"
                  ? { ...rest, percent: 10 }
                  : { ...rest, amount: 0 as never, options: named },
              );
            }}
          />
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
            {dated.amount === undefined ? (
              <NumberField
                label="Percent less"
                value={dated.percent ?? 0}
                least={0}
                most={100}
                onChange={(percent) => onChange({ ...dated, percent })}
              />
            ) : (
              <MoneyField
                label="The price"
                currency={currency}
                value={dated.amount}
                onChange={(amount) =>
                  amount !== null && onChange({ ...dated, amount: amount as never })
                }
              />
            )}
            {dated.kind === "sale" ? (
              <DateField
                label="From"
                value={dated.from ?? ""}
                onChange={(from) => onChange({ ...dated, from })}
              />
            ) : null}
            <DateField
              label="Through"
              value={dated.through ?? ""}
              onChange={(through) => onChange({ ...dated, through })}
            />
          </View>
        </>
      )}
      {needsNames ? (
        <View role="group" aria-label="For which ways to pay" style={{ gap: 8 }}>
          {ways.map(({ id, says }) => (
            <Choice
              key={id}
              many
              label={says}
              taken={named.includes(id)}
              onPress={() => {
                const next = toggled(named, id);
                if (next.length > 0) onChange({ ...dated, options: next });
              }}
            />
          ))}
        </View>
      ) : null}
      <QuietAction label="Remove it" onPress={onRemove} />
    </Sheet>
  );
}
