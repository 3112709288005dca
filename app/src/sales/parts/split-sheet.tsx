/** A course in parts, sold singly and together: cut at modules, priced with the arithmetic in sight, then made. */
import type { PartsMade } from "@dawngate/contract/sales";
import type { PlanCourse } from "@dawngate/core/plan";
import { useRef, useState } from "react";
import { View } from "react-native";
import { explain, pressKey } from "../../store/api";
import { PrimaryAction } from "../../ui/action";
import { MoneyField } from "../../ui/money-field";
import { Notice } from "../../ui/notice";
import { NumberField } from "../../ui/number-field";
import { Options } from "../../ui/options";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { TextLink } from "../../ui/text-link";
import { usePalette } from "../../ui/theme";
import { TickBox } from "../../ui/tick-box";
import { sayBreakEven, saySaving } from "../bundle-figures";
import { useSplitCourseMutation } from "../selling-api";
import { type ProposedPart, proposeParts, type Wanted } from "./propose";

interface Props {
  school: string;
  course: PlanCourse;
  currency: string;
  /** What the course costs by itself today; null: it is not on sale. */
  price: number | null;
  onClose(): void;
}

const WAYS = [
  { value: "minutes", label: "By their minutes" },
  { value: "equal", label: "The same for each" },
] as const;

/** So many of what is loosened are named. */
const NAMED = 4;

export function SplitSheet({ school, course, currency, price, onClose }: Props) {
  const { quiet } = usePalette();
  const timed = course.modules.every(({ lessons }) => lessons.some(({ minutes }) => minutes));
  const middle = Math.ceil(course.modules.length / 2);
  const [wanted, setWanted] = useState<Wanted>({
    // In two, until one says where.
    cuts: new Set(course.modules.slice(1).flatMap(({ id }, i) => (i + 1 === middle ? [id] : []))),
    together: price,
    uplift: 20,
    by: timed ? "minutes" : "equal",
    titles: {},
    amounts: {},
  });
  const [split, { data: made, error, isLoading }] = useSplitCourseMutation();
  const press = useRef({ of: "", key: "" });
  const change = (more: Partial<Wanted>) => setWanted({ ...wanted, ...more });
  const { parts, bundle, loosened } = proposeParts(course, wanted, currency);
  const complete = parts.length > 1 && bundle !== null && parts.every(({ title }) => title.trim());
  const submit = () => {
    if (wanted.together === null) return;
    const body = {
      parts: parts.map(({ first, title, amount }) => ({ first, title, amount: amount ?? 0 })),
      together: { title: `${course.title.slice(0, 180)}, all parts`, amount: wanted.together },
    };
    // The same press sent twice is one split; another wish is another press.
    const of = JSON.stringify(body);
    if (press.current.of !== of) press.current = { of, key: pressKey() };
    void split({ school, course: course.id, body: { ...body, key: press.current.key } });
  };
  if (course.modules.length < 2)
    return (
      <Sheet title="Split it into parts" onClose={onClose}>
        <Text>A part is one module or several, and this course has one: make another first.</Text>
      </Sheet>
    );
  if (made) return <Made school={school} made={made} onClose={onClose} />;
  return (
    <Sheet title="Split it into parts" onClose={onClose}>
      <Text>
        Each part becomes a course of its own, on sale by itself and together with the others. The
        lessons stay one: what is changed in a part is changed here, and the other way round. This
        course, and whoever is in it, stay as they are.
      </Text>
      <View role="group" aria-label="Where a part begins">
        <Text kind="strong">Where a part begins</Text>
        {course.modules.slice(1).map(({ id, title }) => (
          <View key={id} style={{ flexDirection: "row", alignItems: "center", gap: 6 }}>
            <TickBox
              label={`A part begins at ${title}`}
              checked={wanted.cuts.has(id)}
              onChange={(on) => {
                const cuts = new Set(wanted.cuts);
                if (on) cuts.add(id);
                else cuts.delete(id);
                change({ cuts });
              }}
            />
            <Text style={{ flex: 1 }}>{title}</Text>
          </View>
        ))}
      </View>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
        <MoneyField
          label="All parts together"
          currency={currency}
          value={wanted.together}
          onChange={(together) => change({ together })}
        />
        <NumberField
          label="Dearer alone, %"
          value={wanted.uplift}
          least={0}
          most={100}
          width={150}
          onChange={(uplift) => change({ uplift })}
        />
      </View>
      <Options
        label="How the price falls on the parts"
        options={WAYS}
        value={wanted.by}
        onChange={(by) => change({ by })}
      />
      <View role="list" aria-label="The parts" style={{ gap: 14 }}>
        {parts.map((part, i) => (
          <PartRow
            key={part.first}
            number={i + 1}
            part={part}
            currency={currency}
            onTitle={(title) => change({ titles: { ...wanted.titles, [part.first]: title } })}
            onAmount={(amount) => {
              const { [part.first]: _, ...others } = wanted.amounts;
              change({
                amounts: amount === null ? others : { ...others, [part.first]: amount },
              });
            }}
          />
        ))}
      </View>
      {bundle ? (
        <View role="status" style={{ gap: 4 }}>
          <Text kind="strong">{saySaving(bundle, currency)}</Text>
          <Text kind="small" color={quiet}>
            {sayBreakEven(bundle)}
          </Text>
        </View>
      ) : null}
      {loosened.length > 0 ? (
        <View style={{ gap: 4 }}>
          <Text kind="strong">What counts across parts goes without it</Text>
          {loosened.slice(0, NAMED).map(({ item, from }) => (
            <Text key={`${item} ${from}`} kind="small" color={quiet}>
              “{item}” counts from “{from}”, which another part holds.
            </Text>
          ))}
          {loosened.length > NAMED ? (
            <Text kind="small" color={quiet}>
              and {loosened.length - NAMED} more
            </Text>
          ) : null}
        </View>
      ) : null}
      {error ? <Notice {...explain(error)} /> : null}
      <PrimaryAction
        label={parts.length > 1 ? `Make ${parts.length} courses` : "Say where a part begins"}
        disabled={!complete}
        busy={isLoading}
        onPress={submit}
      />
      <Text kind="small" color={quiet}>
        Nothing is published or on sale by this.
      </Text>
    </Sheet>
  );
}

function PartRow({
  number,
  part,
  currency,
  onTitle,
  onAmount,
}: {
  number: number;
  part: ProposedPart;
  currency: string;
  onTitle(title: string): void;
  onAmount(amount: number | null): void;
}) {
  const { quiet, line } = usePalette();
  return (
    <View
      role="listitem"
      style={{ gap: 8, paddingBottom: 12, borderBottomWidth: 1, borderBottomColor: line }}
    >
      <TextField
        label={`Part ${number} is called`}
        value={part.title}
        maxLength={200}
        onChangeText={onTitle}
      />
      <View style={{ flexDirection: "row", alignItems: "center", gap: 12 }}>
        <MoneyField
          label={`Part ${number} alone`}
          currency={currency}
          value={part.amount}
          optional
          width={140}
          onChange={onAmount}
        />
        <Text kind="small" color={quiet} style={{ flex: 1 }}>
          {[
            part.modules.join(", "),
            ...(part.minutes > 0 ? [`${Math.round(part.minutes)} minutes`] : []),
          ].join(" · ")}
        </Text>
      </View>
    </View>
  );
}

function Made({ school, made, onClose }: { school: string; made: PartsMade; onClose(): void }) {
  return (
    <Sheet title="It is in parts" onClose={onClose}>
      <Text role="status">
        {made.parts.length} courses and {made.parts.length + (made.together === null ? 0 : 1)}{" "}
        listings were made, as drafts. Publish each course, then put it on sale.
      </Text>
      {made.parts.map(({ course, listing, title }) => (
        <View key={course} style={{ gap: 2 }}>
          <View style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 16 }}>
            <TextLink href={`/${school}/courses/${course}/edit`}>{`Outline of ${title}`}</TextLink>
            <TextLink href={`/${school}/sales/${listing}`}>{`Price of ${title}`}</TextLink>
          </View>
        </View>
      ))}
      {made.together === null ? null : (
        <TextLink href={`/${school}/sales/${made.together}`}>All parts together</TextLink>
      )}
    </Sheet>
  );
}
