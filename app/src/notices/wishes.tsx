/** What one is told and what not, as switches: a kind for all, and on a press for each course by itself. */

import type { SentKind } from "@dawngate/contract/notices";
import type { Wishes as Kept, WishesChange } from "@dawngate/contract/wishes";
import { LANGUAGE_NAMES, type Language } from "@dawngate/core/notices/languages";
import { useState } from "react";
import { View } from "react-native";
import { Switch } from "react-native-paper";
import { QuietAction } from "../ui/action";
import { Options } from "../ui/options";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { KIND_WORDS } from "./say-kind";

/** By which way: `off` is of mails, `offDevices` of devices. */
type Way = "off" | "offDevices";

const wanted = ({ off, offDevices, courses }: Kept): WishesChange => ({
  off,
  offDevices,
  courses: courses.map(({ enrollment, off, offDevices }) => ({ enrollment, off, offDevices })),
});

const without = (off: readonly SentKind[], kind: SentKind, on: boolean): SentKind[] =>
  on ? off.filter((one) => one !== kind) : [...off.filter((one) => one !== kind), kind];

/** The wishes once a kind is turned on or off by a way, of one enrollment or (null) of all. */
export function turned(
  kept: Kept,
  kind: SentKind,
  on: boolean,
  enrollment: string | null,
  way: Way = "off",
): WishesChange {
  const all = wanted(kept);
  if (enrollment === null) return { ...all, [way]: without(kept[way], kind, on) };
  return {
    ...all,
    courses: kept.courses.map(({ enrollment: id, off, offDevices }) => {
      const one = { enrollment: id, off, offDevices };
      return id === enrollment ? { ...one, [way]: without(one[way], kind, on) } : one;
    }),
  };
}

interface Props {
  kept: Kept;
  onChange(change: WishesChange): void;
}

/** A kind that can be turned off here: of all, or of one course where the rest of it is on. */
interface Row extends Props {
  kind: SentKind;
  /** Null: of all. */
  enrollment: string | null;
  /** It always comes by mail. */
  always: boolean;
  says?: string;
}

const ofOne = ({ kept, enrollment }: Pick<Row, "kept" | "enrollment">) =>
  kept.courses.find((one) => one.enrollment === enrollment) ?? kept;

/** So wide is the switch of a way, and what stands above it. */
const WAY = 62;

/** One kind by both ways, a switch each. */
function BothWays({ kind, kept, enrollment, always, says, onChange }: Row) {
  const { dusk, quiet } = usePalette();
  const one = ofOne({ kept, enrollment });
  const { name } = KIND_WORDS[kind];
  const turn = (way: Way, label: string) =>
    // Of one course what is off altogether has no switch.
    enrollment !== null && kept[way].includes(kind) ? (
      <Text kind="small" color={quiet}>
        off
      </Text>
    ) : (
      <Switch
        value={!one[way].includes(kind)}
        color={dusk}
        accessibilityLabel={`${name}, ${label}`}
        onValueChange={(on) => onChange(turned(kept, kind, on, enrollment, way))}
      />
    );
  return (
    <View style={{ flexDirection: "row", alignItems: "center", gap: 8, minHeight: 48 }}>
      <View style={{ flex: 1, paddingVertical: 6 }}>
        <Text>{name}</Text>
        {says ? (
          <Text kind="small" color={quiet}>
            {says}
          </Text>
        ) : null}
      </View>
      <View style={{ width: WAY, alignItems: "center" }}>
        {always ? (
          <Text kind="small" color={quiet}>
            always
          </Text>
        ) : (
          turn("off", "by mail")
        )}
      </View>
      <View style={{ width: WAY, alignItems: "center" }}>{turn("offDevices", "on devices")}</View>
    </View>
  );
}

/** What stands above the switches of both ways. */
function Ways() {
  const { quiet } = usePalette();
  return (
    <View aria-hidden style={{ flexDirection: "row", gap: 8 }}>
      <View style={{ flex: 1 }} />
      {["Mail", "Devices"].map((way) => (
        <View key={way} style={{ width: WAY, alignItems: "center" }}>
          <Text kind="small" color={quiet}>
            {way}
          </Text>
        </View>
      ))}
    </View>
  );
}

const ALWAYS = "What is about your access, your money or your safety always comes.";

/** A kind for all courses. */
function OfAll(row: Row) {
  const { kind, kept, always, onChange } = row;
  const { quiet } = usePalette();
  const { name, forPerson } = KIND_WORDS[kind];
  const says = always ? `${forPerson}. ${ALWAYS}` : forPerson;
  if (kept.devices > 0) return <BothWays {...row} says={says} />;
  if (!always)
    return (
      <Switched
        label={name}
        says={says}
        on={!kept.off.includes(kind)}
        onChange={(on) => onChange(turned(kept, kind, on, null))}
      />
    );
  return (
    <View style={{ paddingVertical: 6 }}>
      <Text>{name}</Text>
      <Text kind="small" color={quiet}>
        {says}
      </Text>
    </View>
  );
}

/** A kind of one course: only what is on for all of them. */
function OfOne(row: Row & { enrollment: string }) {
  const { kind, kept, enrollment, onChange } = row;
  if (kept.devices > 0) return <BothWays {...row} />;
  if (kept.off.includes(kind)) return null;
  return (
    <Switched
      label={KIND_WORDS[kind].name}
      on={!ofOne({ kept, enrollment }).off.includes(kind)}
      onChange={(on) => onChange(turned(kept, kind, on, enrollment))}
    />
  );
}

export function Wishes({ kept, onChange }: Props) {
  const [byCourse, setByCourse] = useState(
    kept.courses.some(({ off, offDevices }) => off.length + offDevices.length > 0),
  );
  // What can be turned off comes first.
  const kinds = [...kept.kinds].sort((a, b) => Number(a.always) - Number(b.always));
  const same = { kept, onChange };
  return (
    <View style={{ gap: 10 }}>
      {kept.languages.length > 1 ? (
        <Options<Language>
          label="I read"
          says="I read"
          options={kept.languages.map((one) => ({ value: one, label: LANGUAGE_NAMES[one] }))}
          value={kept.language}
          onChange={(language) => onChange({ ...wanted(kept), language })}
        />
      ) : null}
      {kept.devices > 0 ? <Ways /> : null}
      {kinds.map((one) => (
        <OfAll key={one.kind} {...same} {...one} enrollment={null} />
      ))}
      {kept.courses.length === 0 ? null : byCourse ? (
        kept.courses.map(({ enrollment, title }) => (
          <View key={enrollment} role="group" aria-label={title} style={{ gap: 4 }}>
            <Text kind="strong">{title}</Text>
            {kinds
              .filter(({ always }) => !always || kept.devices > 0)
              .map((one) => (
                <OfOne key={one.kind} {...same} {...one} enrollment={enrollment} />
              ))}
          </View>
        ))
      ) : (
        <QuietAction label="Choose for each course" onPress={() => setByCourse(true)} />
      )}
    </View>
  );
}
