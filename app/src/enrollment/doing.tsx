/** Doing something for one person or several: what else has to be said, what it would do, the reason, and the press. */

import type { Cohort } from "@dawngate/contract/courses";
import type { Acted, StaffAct } from "@dawngate/contract/enrollment";
import { skipToken } from "@reduxjs/toolkit/query";
import { useRef, useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../courses/api";
import { ActMail } from "../notices/act-mail";
import type { Words } from "../notices/words-fields";
import { explain, pressKey } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { DateField } from "../ui/moment-fields";
import { Notice } from "../ui/notice";
import { useSettled } from "../ui/settled";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { useActMutation, useLookAtActQuery } from "./api";
import { CohortChoice } from "./cohort-choice";
import { EffectView } from "./effect-view";
import type { Offer } from "./offers";
import type { Whom } from "./roster/marks";

interface Props {
  place: InCourse;
  whom: Whom;
  /** How many they are; null: it is not counted. */
  count: number | null;
  offer: Offer;
  cohorts: readonly Cohort[];
  /** What can be opened, where that is asked. */
  items?: readonly { id: string; title: string }[];
  onDone(): void;
  /** It is not done after all; left out: the same. */
  onLeave?: () => void;
}

const LOOKING = "Looked at";
/** What people are told of, where the school has that on. */
const TOLD: readonly string[] = ["moved", "extended", "revoked"];

export function Doing({
  place,
  whom,
  count,
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
  const [tell, setTell] = useState(true);
  const [mail, setMail] = useState(false);
  const [words, setWords] = useState<Words | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const [act, { error, isLoading, reset }] = useActMutation();
  const sofar = useRef<{ next: string | null; done: number; refused: Acted["refused"] }>({
    next: null,
    done: 0,
    refused: [],
  });
  const [done, setDone] = useState<number | null>(null);
  const [ended, setEnded] = useState<Acted["refused"] | null>(null);
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
  const asked = lacks === null ? JSON.stringify(wanted) : null;
  const still = useSettled(asked, 250);
  const settled = asked === null ? null : still;
  const looked = useLookAtActQuery(
    settled === null
      ? skipToken
      : {
          ...place,
          whom,
          act: { ...JSON.parse(settled), reason: LOOKING } as StaffAct,
        },
    { refetchOnMountOrArgChange: true },
  );
  // Of many who match, the first of those whose dates move reads it as all will.
  const [named] = "enrollments" in whom ? whom.enrollments : [];
  const first = named ?? looked.currentData?.people[0]?.enrollment ?? null;
  const submit = async () => {
    if (lacks) return setWrong(lacks);
    if (reason.trim() === "") return setWrong("Say why; it stays on the record.");
    setWrong(null);
    reset();
    // Many are done so many at a time; where it stopped it goes on from with the same press.
    for (;;) {
      const answer = await act({
        ...place,
        body: {
          ...whom,
          ...(sofar.current.next !== null && { after: sofar.current.next }),
          key: key.current,
          tell,
          ...(words && { words }),
          act: { ...wanted, reason: reason.trim() } as StaffAct,
        },
      });
      if (!("data" in answer) || !answer.data) return;
      const { people, unmoved, refused, next } = answer.data;
      sofar.current = {
        next,
        done: sofar.current.done + people.length + unmoved,
        refused: [...sofar.current.refused, ...refused],
      };
      setDone(sofar.current.done);
      if (next === null) break;
    }
    if (sofar.current.refused.length === 0) onDone();
    else setEnded(sofar.current.refused);
  };
  if (ended) return <Ended done={done ?? 0} refused={ended} onClose={onDone} />;
  return (
    <View style={{ gap: 10 }}>
      <Text kind="strong">{offer.label}</Text>
      {offer.asks === "days" ? (
        <TextField
          {...field}
          label="Days"
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
        <Choices label="Module or lesson">
          {items.map(({ id, title }) => (
            <Choice key={id} label={title} taken={item === id} onPress={() => setItem(id)} />
          ))}
        </Choices>
      ) : null}
      <EffectView
        several={count !== 1}
        effect={settled === null ? undefined : looked.currentData}
        error={settled === null ? undefined : looked.error}
        busy={looked.isFetching}
      />
      {looked.currentData?.next != null && settled !== null ? (
        <Text kind="small" color={ember}>
          Looked at for the first of them only; the rest is told when it is done.
        </Text>
      ) : null}
      <TextField {...field} label="Reason" value={reason} onChangeText={setReason} />
      {TOLD.includes(offer.act.type) ? (
        <Switched
          label={count === 1 ? "Tell them by mail" : "Tell each of them by mail"}
          on={tell}
          onChange={setTell}
        />
      ) : null}
      {first !== null && tell && settled !== null && TOLD.includes(offer.act.type) ? (
        mail ? (
          <ActMail
            place={place}
            enrollment={first}
            act={{ ...JSON.parse(settled), reason: reason.trim() || LOOKING } as StaffAct}
            words={words}
            onWords={setWords}
          />
        ) : (
          <Choice label="See the mail" onPress={() => setMail(true)} />
        )
      ) : null}
      {wrong ? (
        <Text kind="small" color={ember} role="alert">
          {wrong}
        </Text>
      ) : null}
      {error ? <Notice {...explain(error)} /> : null}
      {done !== null && (isLoading || error) ? (
        <Text kind="small" role="status">
          Done for {done}
          {count === null ? "" : ` of ${count}`} so far
          {error ? "; press again, and it goes on from there." : "…"}
        </Text>
      ) : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
        <PrimaryAction label={offer.label} onPress={submit} busy={isLoading} />
        <QuietAction label="Leave it" onPress={onLeave} />
      </View>
    </View>
  );
}

/** For how many it was done, and for whom it was not. */
function Ended({
  done,
  refused,
  onClose,
}: {
  done: number;
  refused: Acted["refused"];
  onClose(): void;
}) {
  const { ember } = usePalette();
  const shown = refused.slice(0, 50);
  return (
    <View style={{ gap: 8 }} role="status">
      <Text kind="strong">
        Done for {done}, not for {refused.length}:
      </Text>
      {shown.map(({ enrollment, name, reason }) => (
        <Text key={enrollment} kind="small" color={ember}>
          {name}: {reason}
        </Text>
      ))}
      {refused.length > shown.length ? (
        <Text kind="small">and {refused.length - shown.length} more</Text>
      ) : null}
      <QuietAction label="Close" onPress={onClose} />
    </View>
  );
}
