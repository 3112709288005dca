/** When parts are charged, how often one that fails is tried again, and what becomes of it: of new orders. */
import type { PaymentTerms } from "@dawngate/contract/sales";
import type { School } from "@dawngate/contract/school";
import { useState } from "react";
import { explain } from "../store/api";
import { TimeField } from "../ui/moment-fields";
import { Notice } from "../ui/notice";
import { NumberField } from "../ui/number-field";
import { Section } from "../ui/section";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { useChangeSchoolMutation } from "./api";

export function PaymentSettings({ school }: { school: School }) {
  const { quiet } = usePalette();
  const [change, { error }] = useChangeSchoolMutation();
  const { paymentTerms: terms } = school;
  const [typed, setTyped] = useState(terms.retry.join(", "));
  const retry = readDays(typed);
  // It ends later than it is closed, and not before it was tried the last time.
  const soonest = Math.max(1, terms.grace + 1, terms.retry.at(-1) ?? 0);
  const keep = (part: Partial<PaymentTerms>) =>
    change({ school: school.slug, body: { paymentTerms: { ...terms, ...part } } });
  return (
    <Section
      title="Parts and subscriptions"
      says="What is due later is charged by itself. These are the terms of new orders; those that run keep theirs."
    >
      {error ? <Notice {...explain(error)} /> : null}
      <TimeField
        label="Charged on the day it is due, at"
        value={terms.chargeHour}
        onChange={(chargeHour) => keep({ chargeHour })}
      />
      <TextField
        label="Tried again after days, such as 1, 3, 7"
        value={typed}
        maxLength={60}
        onChangeText={setTyped}
        onBlur={() => {
          if (retry !== null && retry.join() !== terms.retry.join()) void keep({ retry });
        }}
      />
      {retry === null ? (
        <Text kind="small" role="alert">
          Days are whole numbers from 1 to 60, each later than the one before, at most ten of them.
        </Text>
      ) : null}
      <NumberField
        label="Days unpaid until it is closed"
        width={260}
        value={terms.grace}
        least={0}
        most={terms.endAfter === null ? 365 : terms.endAfter - 1}
        onChange={(grace) => keep({ grace })}
      />
      <Switched
        label="An order that stays unpaid ends"
        on={terms.endAfter !== null}
        onChange={(on) => keep({ endAfter: on ? Math.max(30, soonest) : null })}
      />
      {terms.endAfter === null ? null : (
        <NumberField
          label="Days unpaid until it ends"
          width={260}
          value={terms.endAfter}
          least={soonest}
          most={730}
          onChange={(endAfter) => keep({ endAfter })}
        />
      )}
      <RefundRules rules={terms.refund} onRules={(refund) => keep({ refund })} />
      <Text kind="small" color={quiet}>
        {sayTerms(terms)}
      </Text>
    </Section>
  );
}

type Rule = PaymentTerms["refund"][number];

/** What is given back by the terms: all of it within some days, and what is unused after that. */
function RefundRules({ rules, onRules }: { rules: Rule[]; onRules(rules: Rule[]): void }) {
  const full = rules.find(({ kind }) => kind === "full") ?? null;
  const unused = rules.find(({ kind }) => kind === "unused") ?? null;
  const put = (next: { full?: Rule | null; unused?: Rule | null }) => {
    const both = { full, unused, ...next };
    onRules([both.full, both.unused].filter((rule) => rule !== null));
  };
  return (
    <>
      <Switched
        label="All of it is given back within some days"
        on={full !== null}
        onChange={(on) =>
          put({ full: on ? { kind: "full", days: 14, progress: null, access: "ends" } : null })
        }
      />
      {full ? (
        <>
          <NumberField
            label="Days after the payment"
            width={260}
            value={full.days ?? 14}
            least={0}
            most={3650}
            onChange={(count) => put({ full: { ...full, days: count } })}
          />
          <NumberField
            label="Of its lessons at most, percent"
            width={260}
            value={full.progress ?? 100}
            least={0}
            most={100}
            onChange={(percent) =>
              put({ full: { ...full, progress: percent === 100 ? null : percent } })
            }
          />
        </>
      ) : null}
      <Switched
        label="After that, what is unused is given back"
        says="By the days of access that are left; what has no end has none."
        on={unused !== null}
        onChange={(on) =>
          put({
            unused: on ? { kind: "unused", days: null, progress: null, access: "ends" } : null,
          })
        }
      />
    </>
  );
}

/** What is given back, as a sentence. */
export function sayRefunds(rules: readonly Rule[]): string {
  const full = rules.find(({ kind }) => kind === "full");
  const unused = rules.find(({ kind }) => kind === "unused");
  const all = full
    ? `All of it is given back within ${days(full.days ?? 0)}${
        full.progress === null ? "" : ` to whoever has done at most ${full.progress} % of it`
      }`
    : "";
  if (!unused) return full ? `${all}; after that nothing.` : "Nothing is given back by the terms.";
  return full ? `${all}; after that what is unused.` : "What is unused is given back.";
}

/** Days as they are typed, each later than the one before; null: they are none. */
export function readDays(text: string): number[] | null {
  const days = text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number);
  const isRight = days.every(
    (day, i) => Number.isInteger(day) && day >= 1 && day <= 60 && day > (days[i - 1] ?? 0),
  );
  return isRight && days.length <= 10 ? days : null;
}

const days = (count: number) => (count === 1 ? "1 day" : `${count} days`);

/** The terms as a sentence. */
export function sayTerms({ chargeHour, retry, grace, endAfter, refund }: PaymentTerms): string {
  const again =
    retry.length === 0
      ? "is not tried again by itself"
      : `is tried again ${retry.map((day) => days(day)).join(", ")} after it was due`;
  const end = endAfter === null ? "" : ` It ends after ${days(endAfter)}.`;
  return `A part due on 6 April is charged at ${chargeHour} that day. One that fails ${again}; what is unpaid for more than ${days(grace)} closes the course until it is paid.${end} ${sayRefunds(refund)}`;
}
