/** One way to pay: what is asked, when, and for whom. */
import type { PriceOption } from "@dawngate/core/sales";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { DurationField } from "../ui/duration-field";
import { MoneyField } from "../ui/money-field";
import { NumberField } from "../ui/number-field";
import { Options } from "../ui/options";
import { Sheet } from "../ui/sheet";
import { Switched } from "../ui/switched";

const KINDS = [
  { value: "once", label: "once" },
  { value: "installments", label: "in parts" },
  { value: "subscription", label: "again and again" },
  { value: "free", label: "free" },
] as const;

const STEPS = [
  { value: "P1W", label: "week" },
  { value: "P1M", label: "month" },
  { value: "P3M", label: "3 months" },
  { value: "P1Y", label: "year" },
] as const;

const TRIALS = [
  { value: "", label: "no" },
  { value: "P7D", label: "a week" },
  { value: "P14D", label: "two weeks" },
  { value: "P1M", label: "a month" },
] as const;

/** A length of one's own. */
const ANOTHER = { value: "another", label: "another" } as const;

const isAmong = (list: readonly { value: string }[], wanted: string): boolean =>
  list.some(({ value }) => value === wanted);

/** The same way of another kind; what both have stays. */
export function asKind(option: PriceOption, kind: PriceOption["kind"]): PriceOption {
  const { id, default: first, renewal } = option;
  const base = { id, default: first, renewal };
  const amount = "amount" in option ? option.amount : (0 as never);
  const every = "every" in option ? option.every : "P1M";
  switch (kind) {
    case "free":
      return { ...base, kind };
    case "once":
      return { ...base, kind, amount };
    case "installments":
      return { ...base, kind, amount, count: 3, every, deposit: null };
    case "subscription":
      return { ...base, kind, amount, every, trial: null };
  }
}

interface Props {
  option: PriceOption;
  currency: string;
  onChange(option: PriceOption): void;
  onRemove(): void;
  onClose(): void;
}

export function WaySheet({ option, currency, onChange, onRemove, onClose }: Props) {
  return (
    <Sheet title="A way to pay" onClose={onClose}>
      <Options
        label="It is paid"
        says="It is paid"
        options={KINDS}
        value={option.kind}
        onChange={(kind) => onChange(asKind(option, kind))}
      />
      {option.kind === "free" ? null : (
        <View style={{ flexDirection: "row", gap: 12 }}>
          <MoneyField
            label={option.kind === "subscription" ? "Each time" : "In all"}
            currency={currency}
            value={option.amount}
            onChange={(amount) =>
              amount !== null && onChange({ ...option, amount: amount as never })
            }
          />
        </View>
      )}
      {option.kind === "installments" ? (
        <View style={{ flexDirection: "row", gap: 12, alignItems: "center" }}>
          <NumberField
            label="Parts"
            value={option.count}
            least={2}
            most={60}
            onChange={(count) => onChange({ ...option, count })}
          />
          <MoneyField
            label="At the purchase"
            currency={currency}
            value={option.deposit}
            optional
            onChange={(deposit) => onChange({ ...option, deposit: deposit as never })}
          />
        </View>
      ) : null}
      {option.kind === "installments" || option.kind === "subscription" ? (
        <Options
          label="One every"
          says="One every"
          options={[...STEPS, ANOTHER]}
          value={isAmong(STEPS, option.every) ? option.every : ANOTHER.value}
          onChange={(every) =>
            onChange({ ...option, every: every === ANOTHER.value ? "P2W" : every })
          }
        />
      ) : null}
      {"every" in option && !isAmong(STEPS, option.every) ? (
        <DurationField
          label="So long each"
          value={option.every}
          onChange={(every) => onChange({ ...option, every })}
        />
      ) : null}
      {option.kind === "subscription" ? (
        <>
          <Options
            label="Free at first"
            says="Free at first"
            options={[...TRIALS, ANOTHER]}
            value={isAmong(TRIALS, option.trial ?? "") ? (option.trial ?? "") : ANOTHER.value}
            onChange={(trial) =>
              onChange({
                ...option,
                trial: trial === "" ? null : trial === ANOTHER.value ? "P10D" : trial,
              })
            }
          />
          {isAmong(TRIALS, option.trial ?? "") ? null : (
            <DurationField
              label="Free for"
              value={option.trial ?? "P10D"}
              onChange={(trial) => onChange({ ...option, trial })}
            />
          )}
        </>
      ) : null}
      <View>
        <Switched
          label="Shown first"
          on={option.default}
          onChange={(first) => onChange({ ...option, default: first })}
        />
        <Switched
          label="Only to renew"
          says="Nobody new can buy it like this."
          on={option.renewal}
          onChange={(renewal) => onChange({ ...option, renewal })}
        />
      </View>
      <QuietAction label="Remove this way to pay" onPress={onRemove} />
    </Sheet>
  );
}
