/** The join codes of a cohort or a course: made, handed on as a word, a link or a picture, ended; what each brought. */
import type { JoinCode } from "@dawngate/contract/ways-in";
import { sayCode } from "@dawngate/core/enrollment/ways-in";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../../courses/api";
import { explain, faultsOf } from "../../store/api";
import { addressOf } from "../../store/ask";
import { QuietAction } from "../../ui/action";
import { DayOrNone } from "../../ui/day-or-none";
import { FileLink } from "../../ui/file-link";
import { Notice } from "../../ui/notice";
import { NumberField } from "../../ui/number-field";
import { QrPicture } from "../../ui/qr-picture";
import { copyText } from "../../ui/save-file";
import { Section } from "../../ui/section";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { useToast } from "../../ui/toast";
import {
  useEndJoinCodeMutation,
  useGetJoinCodesInfiniteQuery,
  useMakeJoinCodeMutation,
} from "./api";

interface Props {
  place: InCourse;
  cohort: string | null;
  today: string;
}

/** Where somebody goes who has a code: to the course's page, with it. */
const linkOf = ({ school, course }: InCourse, code: string) =>
  `${globalThis.location?.origin ?? ""}/${school}/c/${course}?join=${code}`;

export function CodesPart({ place, cohort, today }: Props) {
  const { data, error, hasNextPage, fetchNextPage } = useGetJoinCodesInfiniteQuery(place, {
    refetchOnMountOrArgChange: true,
  });
  const [making, setMaking] = useState(false);
  const { quiet } = usePalette();
  const codes = (data?.pages.flatMap((page) => page.codes) ?? []).filter(
    (code) => code.cohort === cohort,
  );
  return (
    <Section
      title="Join codes"
      says="A word or a link that lets people in through any of these doors. For whom it is holds all the same."
    >
      {error ? <Notice {...explain(error)} /> : null}
      {codes.length === 0 && data ? (
        <Text kind="small" color={quiet}>
          There is none yet.
        </Text>
      ) : null}
      <View role="list" style={{ gap: 4 }}>
        {codes.map((code) => (
          <CodeRow key={code.id} place={place} code={code} />
        ))}
      </View>
      {hasNextPage ? <QuietAction label="Earlier ones" onPress={() => fetchNextPage()} /> : null}
      {making ? (
        <NewCode place={place} cohort={cohort} today={today} onDone={() => setMaking(false)} />
      ) : (
        <QuietAction label="Make a join code" onPress={() => setMaking(true)} />
      )}
    </Section>
  );
}

/** "3 of 20 came in; until Fri 5 Mar 2027; addresses of bakery.example". */
function sayUse({ used, most, until, domain, ended }: JoinCode): string {
  const came = most === null ? `${used} came in` : `${used} of ${most} came in`;
  return [
    ...(ended ? ["Ended"] : []),
    came,
    ...(until === null ? [] : [`until ${sayWrittenDate(until)}`]),
    ...(domain === null ? [] : [`addresses of ${domain}`]),
  ].join("; ");
}

function CodeRow({ place, code }: { place: InCourse; code: JoinCode }) {
  const { quiet, line } = usePalette();
  const say = useToast();
  const [end, { error }] = useEndJoinCodeMutation();
  const [shown, setShown] = useState(false);
  const word = sayCode(code.code);
  const link = linkOf(place, code.code);
  return (
    <View
      role="listitem"
      style={{ gap: 6, paddingVertical: 10, borderTopWidth: 1, borderTopColor: line }}
    >
      <Text kind="strong" style={{ letterSpacing: 1 }}>
        {word}
      </Text>
      <Text kind="small" color={quiet}>
        {[sayUse(code), ...(code.note === "" ? [] : [code.note])].join(" · ")}
      </Text>
      {error ? <Notice {...explain(error)} /> : null}
      {code.ended ? null : (
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
          <QuietAction
            label="Copy its link"
            says={`Copy its link: ${word}`}
            tight
            onPress={async () =>
              say({ says: (await copyText(link)) ? "The link is copied." : `It is ${link}` })
            }
          />
          <QuietAction
            label={shown ? "Hide the picture" : "As a picture"}
            says={`${shown ? "Hide the picture" : "As a picture"}: ${word}`}
            tight
            onPress={() => setShown(!shown)}
          />
          <FileLink href={addressOf("getJoinPage", { ...place, code: code.id })}>
            {`To print: ${word}`}
          </FileLink>
          <QuietAction
            label="End it"
            says={`End it: ${word}`}
            tight
            onPress={() => end({ ...place, code: code.id })}
          />
        </View>
      )}
      {shown ? (
        <View style={{ gap: 6 }}>
          <QrPicture text={link} label={`The link of ${word}, to be scanned`} />
          <Text kind="small" color={quiet} selectable>
            {link}
          </Text>
        </View>
      ) : null}
    </View>
  );
}

function NewCode({ place, cohort, today, onDone }: Props & { onDone(): void }) {
  const { ember, line } = usePalette();
  const [make, { error, isLoading }] = useMakeJoinCodeMutation();
  const [word, setWord] = useState("");
  const [note, setNote] = useState("");
  const [domain, setDomain] = useState("");
  const [most, setMost] = useState<number | null>(null);
  const [until, setUntil] = useState<string | null>(null);
  const faults = Object.values(faultsOf(error));
  const submit = async () => {
    const answer = await make({
      ...place,
      body: {
        cohort,
        note,
        most,
        until,
        domain: domain.trim() === "" ? null : domain.trim(),
        ...(word.trim() !== "" && { code: word }),
      },
    });
    if ("data" in answer) onDone();
  };
  return (
    <View
      style={{ gap: 10, borderWidth: 1, borderColor: line, borderRadius: 12, padding: 14 }}
      role="group"
      aria-label="A join code"
    >
      {error && faults.length === 0 ? <Notice {...explain(error)} /> : null}
      <TextField
        label="The word, or one is made"
        value={word}
        maxLength={60}
        autoCapitalize="characters"
        onChangeText={setWord}
      />
      <TextField
        label="For whom, for you alone"
        value={note}
        maxLength={200}
        onChangeText={setNote}
      />
      <TextField
        label="Only addresses that end in, or any"
        value={domain}
        autoCapitalize="none"
        placeholder="bakery.example"
        onChangeText={setDomain}
      />
      <Switched
        label="For so many people at the most"
        on={most !== null}
        onChange={(on) => setMost(on ? 20 : null)}
      />
      {most === null ? null : (
        <NumberField label="People" value={most} least={1} most={100_000} onChange={setMost} />
      )}
      <DayOrNone
        label="Until a last day"
        field="Last day of the code"
        value={until}
        today={today}
        onChange={setUntil}
      />
      {faults.map((reason) => (
        <Text key={reason} kind="small" color={ember} role="alert">
          {reason}
        </Text>
      ))}
      <View style={{ flexDirection: "row", gap: 8 }}>
        <QuietAction label="Make it" onPress={submit} busy={isLoading} />
        <QuietAction label="Leave it" onPress={onDone} />
      </View>
    </View>
  );
}
