/** A letter to people who are marked: written, read as the first of them will, and sent once to each. */
import type { LetterToPeople as Answer } from "@dawngate/contract/letters";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { type Zone, zoneOf } from "@dawngate/core/time";
import { useRef, useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../courses/api";
import type { Whom } from "../enrollment/roster/marks";
import { useGetSchoolQuery } from "../school/api";
import { explain, faultsOf, pressKey } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { FaultText } from "../ui/fault-text";
import { GoesOut } from "../ui/goes-out";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetLetterFieldsQuery, useWriteToPeopleMutation } from "./api";
import { LetterView } from "./letter-view";
import { PlannedLetters } from "./planned-letters";
import { WordsFields } from "./words-fields";

interface Props {
  place: InCourse;
  whom: Whom;
  /** How many they are; null: it is not counted. */
  count: number | null;
  onDone(): void;
  onLeave(): void;
}

/** What came of it, over all pages. */
interface Sofar {
  next: string | null;
  written: number;
  unwilling: number;
}
const NOTHING: Sofar = { next: null, written: 0, unwilling: 0 };

export function LetterToPeople({ place, whom, count, onDone, onLeave }: Props) {
  const { quiet } = usePalette();
  const [subject, setSubject] = useState("");
  const [text, setText] = useState("");
  const [later, setLater] = useState<string | null>(null);
  const [seen, setSeen] = useState<Answer | null>(null);
  const { data: about } = useGetSchoolQuery({ school: place.school });
  const { data: fields } = useGetLetterFieldsQuery({ school: place.school });
  const zone = zoneOf(about?.timeZone ?? "UTC");
  const [write, { error, isLoading }] = useWriteToPeopleMutation();
  const sofar = useRef(NOTHING);
  const [ended, setEnded] = useState<Sofar | null>(null);
  const [planned, setPlanned] = useState<string | null>(null);
  // One key for this letter, however often it is sent.
  const key = useRef(pressKey());
  const faults = faultsOf(error);
  const goes = seen?.next === null ? seen.written : count;
  const isEmpty = subject.trim() === "" || text.trim() === "";
  const ask = (after: string | null, look: boolean) =>
    write({
      ...place,
      body: {
        ...whom,
        ...(after !== null && { after }),
        key: key.current,
        subject,
        text,
        look,
        ...(later !== null && { at: later }),
      },
    });
  const see = async () => {
    const answer = await ask(null, true);
    if ("data" in answer && answer.data) setSeen(answer.data);
  };
  const send = async () => {
    // Where it stopped it goes on from with the same press.
    for (;;) {
      const answer = await ask(sofar.current.next, false);
      if (!("data" in answer) || !answer.data) return;
      const { written, unwilling, next, planned } = answer.data;
      if (planned !== null) return setPlanned(planned);
      sofar.current = {
        next,
        written: sofar.current.written + written,
        unwilling: sofar.current.unwilling + unwilling,
      };
      if (next === null) break;
    }
    setEnded(sofar.current);
  };
  if (ended || planned !== null)
    return (
      <View style={{ gap: 10 }}>
        <Text role="status">{ended ? sayWritten(ended) : sayPlanned(planned ?? "", zone)}</Text>
        <PrimaryAction label="Close" onPress={onDone} />
      </View>
    );
  const change = (set: (value: string) => void) => (value: string) => {
    set(value);
    setSeen(null);
  };
  return (
    <View style={{ gap: 10 }}>
      <Text kind="strong">Write to them</Text>
      {fields ? (
        <WordsFields
          kind="letter"
          kept={{ subject: "", text: "", ...fields }}
          values={seen?.values ?? {}}
          faults={[]}
          onChange={(path, next) =>
            (path === "subject" ? change(setSubject) : change(setText))(next)
          }
        />
      ) : (
        <Skeleton widths={[0.8, 0.6, 0.7]} />
      )}
      <FaultText>{faults.subject}</FaultText>
      <FaultText>{faults.text}</FaultText>
      <GoesOut zone={zone} at={later} onAt={setLater} />
      <FaultText>{faults.at}</FaultText>
      <Text kind="small" color={quiet}>
        Each is greeted by name, and it leads to the course. A paragraph with a field that says
        nothing to somebody is left out for them. Whoever wants no announcements gets none.
      </Text>
      {seen ? (
        <>
          <Text kind="small" color={quiet} role="status">
            {saySeen(seen)}
          </Text>
          {seen.letter ? (
            <LetterView letter={seen.letter} school={place.school} person={seen.to ?? ""} />
          ) : null}
        </>
      ) : null}
      {error && Object.keys(faults).length === 0 ? <Notice {...explain(error)} /> : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        {seen?.letter ? (
          <PrimaryAction
            label={
              later !== null
                ? "Send it then"
                : goes === null
                  ? "Send it to all who match"
                  : goes === 1
                    ? "Send it"
                    : `Send it to ${goes} people`
            }
            busy={isLoading}
            onPress={send}
          />
        ) : (
          <PrimaryAction
            label="See how it reads"
            disabled={isEmpty}
            busy={isLoading}
            onPress={see}
          />
        )}
        <QuietAction label="Something else" onPress={onLeave} />
      </View>
      <PlannedLetters school={place.school} course={place.course} zone={zone} />
    </View>
  );
}

export const sayPlanned = (at: string, zone: Zone): string =>
  `It goes out ${sayWrittenInstant(at, zone)}. Until then it can be taken back.`;

/** To whom it would go, of those who are looked at. */
export function saySeen({ written, unwilling, next, to }: Answer): string {
  if (to === null)
    return unwilling > 0 && written === 0
      ? "Nobody gets it: they want no announcements."
      : "All of them have it already.";
  const none =
    unwilling === 0
      ? ""
      : ` ${unwilling === 1 ? "One wants" : `${unwilling} want`} no announcements, and ${unwilling === 1 ? "gets" : "get"} none.`;
  return `As ${to} reads it.${none}${next === null ? "" : " The first of them were looked at; the rest is told when it is sent."}`;
}

export function sayWritten({ written, unwilling }: Pick<Sofar, "written" | "unwilling">): string {
  const people = (count: number) => (count === 1 ? "one person" : `${count} people`);
  return `It is on its way to ${people(written)}.${
    unwilling === 0
      ? ""
      : ` Not to ${people(unwilling)}, who want${unwilling === 1 ? "s" : ""} no announcements.`
  }`;
}
