/** A code: the word, what it takes off, how often and until when. */
import type { Code } from "@dawngate/core/sales";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { DayOrNone } from "../ui/day-or-none";
import { MoneyField } from "../ui/money-field";
import { NumberField } from "../ui/number-field";
import { Options } from "../ui/options";
import { Sheet } from "../ui/sheet";
import { Switched } from "../ui/switched";
import { TextField } from "../ui/text-field";

interface Props {
  code: Code;
  currency: string;
  today: string;
  onChange(code: Code): void;
  onRemove(): void;
  onClose(): void;
}

export function CodeSheet({ code, currency, today, onChange, onRemove, onClose }: Props) {
  return (
    <Sheet title="A code" onClose={onClose}>
      <TextField
        label="The word"
        value={code.code}
        maxLength={60}
        autoCapitalize="characters"
        onChangeText={(word) => onChange({ ...code, code: word.toUpperCase() })}
      />
      <Options
        label="It takes off"
        says="It takes off"
        options={[
          { value: "percent", label: "percent" },
          { value: "amount", label: "an amount" },
        ]}
        value={code.percent === undefined ? "amount" : "percent"}
        onChange={(how) => {
          const { percent: _p, amount: _a, ...rest } = code;
          onChange(how === "percent" ? { ...rest, percent: 10 } : { ...rest, amount: 0 as never });
        }}
      />
      {code.percent === undefined ? (
        <MoneyField
          label="Less"
          currency={currency}
          value={code.amount ?? 0}
          width={180}
          onChange={(amount) => amount !== null && onChange({ ...code, amount: amount as never })}
        />
      ) : (
        <NumberField
          label="Percent less"
          value={code.percent}
          least={0}
          most={100}
          onChange={(percent) => onChange({ ...code, percent })}
        />
      )}
      <View>
        <Switched
          label="Goes with other codes"
          says="Else the better one alone counts."
          on={code.combines}
          onChange={(combines) => onChange({ ...code, combines })}
        />
        <DayOrNone
          label="Until a day"
          field="Through"
          value={code.through}
          today={today}
          onChange={(through) => onChange({ ...code, through })}
        />
        <Switched
          label="So many times at the most"
          on={code.uses !== null}
          onChange={(on) => onChange({ ...code, uses: on ? 100 : null })}
        />
        {code.uses === null ? null : (
          <NumberField
            label="Times"
            value={code.uses}
            least={0}
            most={1_000_000}
            onChange={(uses) => onChange({ ...code, uses })}
          />
        )}
        <Switched
          label="Once for each buyer"
          on={code.perPerson !== null}
          onChange={(on) => onChange({ ...code, perPerson: on ? 1 : null })}
        />
      </View>
      <QuietAction label="Remove this code" onPress={onRemove} />
    </Sheet>
  );
}
