/** Doing something for one person or several: what else has to be said, what it would do, the reason, and the press. */
import type { Cohort, StaffAct } from "@dawngate/contract";
import { skipToken } from "@reduxjs/toolkit/query";
import { useEffect, useRef, useState } from "react";
import { View } from "react-native";
import { TextInput } from "react-native-paper";
import type { InCourse } from "../courses/api";
import { Choice } from "../schedule/as-if/choice";
import { DateField } from "../schedule/as-if/moment-fields";
import { explain, pressKey } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useActMutation, useLookAtActQuery } from "./api";
import { CohortChoice } from "./cohort-choice";
import { EffectView } from "./effect-view";

/** An act before its reason is given. */
export type Wanted = StaffAct extends infer Act
  ? Act extends { reason: string }
    ? Omit<Act, "reason">
    : never
  : never;

export interface Offer {
  label: string;
  act: Wanted;
  /** What else has to be said. */
  asks?: "days" | "date" | "cohort" | "item";
}

interface Props {
  place: InCourse;
  enrollments: readonly string[];
  offer: Offer;
  cohorts: readonly Cohort[];
  /** What can be opened, where that is asked. */
  items?: readonly { id: string; title: string }[];
  onDone(): void;
  /** It is not done after all; left out: the same. */
  onLeave?: () => void;
}

const LOOKING = "Looked at";

export function Doing({
  place,
  enrollments,
  offer,
  cohorts,
  items = [],
  onDone,
  onLeave = onDone,
}: Props) {
  const { surface, ember } = usePalette();
  const [reason, setReason] = useState("");
  const [days, setDays] = useState("14");
  const [date, setDate] = useState("");
  const [cohort, setCohort] = useState<string | null | undefined>(undefined);
  const [item, setItem] = useState<string | undefined>(undefined);
  const [wrong, setWrong] = useState<string | null>(null);
  const [act, { error, isLoading, reset }] = useActMutation();
  // One key for this press, however often it is sent.
  const key = useRef(pressKey());
  const field = { mode: "outlined" as const, style: { backgroundColor: surface } };

  const lacks =
    offer.asks === "days" && !/^[1-9]\d{0,3}$/.test(days.trim())
      ? "How many days? A whole number from 1 on."
      : offer.asks === "date" && date === ""
        ? "Which day is the last one?"
        : offer.asks === "cohort" && cohort === undefined
          ? "Which cohort?"
          : offer.asks === "item" && item === undefined
            ? "Which module or lesson?"
            : null;
  const wanted = {
    ...offer.act,
    ...(offer.asks === "days" && { add: `P${days.trim()}D` }),
    ...(offer.asks === "date" && { through: date }),
    ...(offer.asks === "cohort" && { cohort }),
    ...(offer.asks === "item" && { item }),
  };
  const settled = useSettled(lacks === null ? JSON.stringify(wanted) : null);
  const looked = useLookAtActQuery(
    settled === null
      ? skipToken
      : {
          ...place,
          enrollments: [...enrollments],
          act: { ...JSON.parse(settled), reason: LOOKING } as StaffAct,
        },
    { refetchOnMountOrArgChange: true },
  );
  const submit = async () => {
    if (lacks) return setWrong(lacks);
    if (reason.trim() === "") return setWrong("Say why; it stays on the record.");
    setWrong(null);
    reset();
    const answer = await act({
      ...place,
      request: {
        enrollments: [...enrollments],
        key: key.current,
        act: { ...wanted, reason: reason.trim() } as StaffAct,
      },
    });
    if ("data" in answer) onDone();
  };
  return (
    <View style={{ gap: 10 }}>
      <Text kind="strong">{offer.label}</Text>
      {offer.asks === "days" ? (
        <TextInput
          {...field}
          label="Days"
          aria-label="Days"
          inputMode="numeric"
          value={days}
          onChangeText={setDays}
        />
      ) : null}
      {offer.asks === "date" ? (
        <DateField label="Last day" value={date} onChange={setDate} />
      ) : null}
      {offer.asks === "cohort" ? (
        <CohortChoice cohorts={cohorts} value={cohort} onChange={setCohort} />
      ) : null}
      {offer.asks === "item" ? (
        <View
          role="radiogroup"
          aria-label="Module or lesson"
          style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}
        >
          {items.map(({ id, title }) => (
            <Choice key={id} label={title} taken={item === id} onPress={() => setItem(id)} />
          ))}
        </View>
      ) : null}
      <EffectView
        several={enrollments.length > 1}
        effect={settled === null ? undefined : looked.currentData}
        error={settled === null ? undefined : looked.error}
        busy={looked.isFetching}
      />
      <TextInput
        {...field}
        label="Reason"
        aria-label="Reason"
        value={reason}
        onChangeText={setReason}
      />
      {wrong ? (
        <Text kind="small" color={ember} role="alert">
          {wrong}
        </Text>
      ) : null}
      {error ? <Notice {...explain(error)} /> : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
        <PrimaryAction label={offer.label} onPress={submit} busy={isLoading} />
        <QuietAction label="Leave it" onPress={onLeave} />
      </View>
    </View>
  );
}

/** A value once it has stood still for a moment, so that not every letter is asked about. */
function useSettled(value: string | null): string | null {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), 250);
    return () => clearTimeout(timer);
  }, [value]);
  return value === null ? null : settled;
}
