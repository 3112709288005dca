/** One field of the school's own: what it asks, what an answer is held to, where it is asked, and who sees it. */
import type { OwnField, OwnFieldTerms } from "@dawngate/contract/own-fields";
import type { About } from "@dawngate/core/people";
import { ABOUT, ASKED_AT, ASKS, FIELD_KINDS, SEEN_BY, SIGNS } from "@dawngate/core/people/field";
import { sayChoice } from "@dawngate/core/people/say-choice";
import { useState } from "react";
import { View } from "react-native";
import { explain, faultsOf } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { FaultText } from "../../ui/fault-text";
import { Notice } from "../../ui/notice";
import { Options } from "../../ui/options";
import { fileName, saveFile } from "../../ui/save-file";
import { Section } from "../../ui/section";
import { Sheet } from "../../ui/sheet";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { useToast } from "../../ui/toast";
import { CheckFields } from "./check-fields";
import { choicesOf, linesOf, withMerged } from "./choice-lines";
import { choicesAsCsv } from "./choices-file";
import { MergeChoices, type Merged } from "./merge-choices";
import { AT_WORDS, KIND_WORDS, NEW_FIELD, SIGNS_WORDS, sayAsk, saySeen } from "./say-field";
import {
  useDropOwnFieldMutation,
  useMakeOwnFieldMutation,
  useSetOwnFieldMutation,
} from "./staff-api";

interface Props {
  school: string;
  /** Null: a new one. */
  field: OwnField | null;
  onClose(): void;
}

/** Of all but people staff write down what they know, and see it. */
const usualOf = (about: About): Pick<OwnFieldTerms, "asks" | "seenBy"> => ({
  asks: { entering: "no", buying: "no", staff: "may" },
  seenBy: about === "people" ? "them" : "staff",
});

const newId = () => `c-${Math.random().toString(36).slice(2, 10)}`;

export function FieldSheet({ school, field, onClose }: Props) {
  const { quiet } = usePalette();
  const say = useToast();
  const [make, making] = useMakeOwnFieldMutation();
  const [set, setting] = useSetOwnFieldMutation();
  const [drop, dropping] = useDropOwnFieldMutation();
  const { id, ...before } = field ?? { id: null, ...NEW_FIELD };
  const [terms, setTerms] = useState<OwnFieldTerms>(before);
  const [lines, setLines] = useState(linesOf(before.choices));
  const [merged, setMerged] = useState<Merged[]>([]);
  const change = (part: Partial<OwnFieldTerms>) => setTerms({ ...terms, ...part });
  const { about, kind, check, asks, seenBy } = terms;
  const chosen = kind === "choice" || kind === "several";
  const error = making.error ?? setting.error ?? dropping.error;
  const faults = faultsOf(error);
  const first = (path: string) =>
    Object.entries(faults).find(([at]) => at === path || at.startsWith(`${path}[`))?.[1];
  const choices = chosen
    ? choicesOf(
        lines,
        before.choices,
        newId,
        merged.map(({ from }) => from),
      )
    : [];
  const gone = choices.filter(({ ended }) => ended);
  const keep = async () => {
    const body = { ...terms, choices };
    const answer =
      id === null
        ? await make({ school, body })
        : await set({ school, field: id, body: { ...body, merged } });
    if (!("data" in answer)) return;
    say({ says: "Kept; it holds for whoever answers from now on." });
    onClose();
  };
  return (
    <Sheet title={field?.name ?? "Ask one thing more"} broad onClose={onClose}>
      {error && Object.keys(faults).length === 0 ? <Notice {...explain(error)} /> : null}
      {id === null ? (
        <Options
          label="It is about"
          says="It is about"
          options={ABOUT.map((one) => ({ value: one, label: one }))}
          value={about}
          onChange={(next) => change({ about: next, ...usualOf(next) })}
        />
      ) : null}
      <TextField
        label={about === "people" ? "What is asked" : "What is noted"}
        placeholder={about === "people" ? "Where do you work?" : "Cost center"}
        value={terms.name}
        maxLength={60}
        onChangeText={(name) => change({ name })}
      />
      <FaultText>{faults.name}</FaultText>
      <TextField
        label="What is said under it, or nothing"
        value={terms.hint}
        maxLength={200}
        onChangeText={(hint) => change({ hint })}
      />
      <Options
        label="The answer is"
        says="The answer is"
        options={FIELD_KINDS.map((one) => ({ value: one, label: KIND_WORDS[one] }))}
        value={kind}
        onChange={(next) => change({ kind: next })}
      />
      <FaultText>{faults.kind}</FaultText>
      {chosen ? (
        <View style={{ gap: 4 }}>
          <TextField
            label="The choices, one a line"
            value={lines}
            multiline
            numberOfLines={5}
            maxLength={60_000}
            onChangeText={setLines}
          />
          <FaultText>{first("choices")}</FaultText>
          <Text kind="small" color={quiet}>
            {gone.length === 0
              ? "What you take out later is offered no more, and stays where it was chosen."
              : `Offered no more: ${gone.map((one) => sayChoice(choices, one.id)).join(", ")}. Write it again to offer it again.`}
          </Text>
          <Text kind="small" color={quiet}>
            What stands further in stands below: spaces before it, or a way such as Portugal ›
            Porto. Columns of a table can be pasted too.
          </Text>
        </View>
      ) : null}
      {chosen && choices.length > 0 ? (
        <QuietAction
          label="Save the list as a file"
          onPress={() =>
            saveFile(`${fileName(terms.name)}.csv`, choicesAsCsv(choices), "text/csv;charset=utf-8")
          }
        />
      ) : null}
      {chosen && before.choices.length > 1 ? (
        <MergeChoices
          before={before.choices}
          choices={choices}
          merged={merged}
          onMerge={(from, into) => {
            setLines(linesOf(withMerged(choices, { from, into })));
            // What had become the first becomes the second with it.
            setMerged([
              ...merged.map((one) => (one.into === from ? { ...one, into } : one)),
              { from, into },
            ]);
          }}
        />
      ) : null}
      {kind === "text" ? (
        <Options
          label="Of which signs"
          says="Of which signs"
          options={SIGNS.map((one) => ({ value: one, label: SIGNS_WORDS[one] }))}
          value={check.signs}
          onChange={(signs) => change({ check: { ...check, signs } })}
        />
      ) : null}
      <CheckFields
        kind={kind}
        check={check}
        faults={faults}
        onChange={(next) => change({ check: next })}
      />
      <Section title={about === "people" ? "Where it is asked" : "Staff note it"}>
        {(about === "people" ? ASKED_AT : (["staff"] as const)).map((at) => (
          <Options
            key={at}
            label={about === "people" ? `Asked ${AT_WORDS[at]}` : "Whether it has to be said"}
            says={about === "people" ? `Asked ${AT_WORDS[at]}` : "Whether it has to be said"}
            options={ASKS.filter((one) => about === "people" || one !== "no").map((one) => ({
              value: one,
              label: sayAsk(about, at, one),
            }))}
            value={asks[at]}
            onChange={(ask) =>
              change({
                asks: { ...asks, [at]: ask },
                // Whoever is asked sees what they answered.
                ...(at !== "staff" && ask !== "no" && { seenBy: "them" as const }),
              })
            }
          />
        ))}
      </Section>
      <Options
        label={about === "people" ? "What is answered is seen by" : "What is noted is seen by"}
        says={about === "people" ? "What is answered is seen by" : "What is noted is seen by"}
        options={SEEN_BY.filter((one) => about === "people" || one !== "them").map((one) => ({
          value: one,
          label: saySeen(about, one),
        }))}
        value={seenBy}
        onChange={(next) => change({ seenBy: next })}
      />
      <FaultText>{faults.seenBy}</FaultText>
      <Switched
        label={`It stands in lists of ${about === "enrollments" ? "people" : about}`}
        says={
          about === "people" || about === "enrollments"
            ? "As a column, in what is taken along, and, where there are choices, as what a list is narrowed by."
            : "As a column, and in what is taken along."
        }
        on={terms.listed}
        onChange={(listed) => change({ listed })}
      />
      {id === null ? null : (
        <Switched
          label="It is asked no more"
          says="What is known stays where it is."
          on={terms.ended}
          onChange={(ended) => change({ ended })}
        />
      )}
      <PrimaryAction label="Keep" busy={making.isLoading || setting.isLoading} onPress={keep} />
      {id === null ? null : (
        <QuietAction
          label="Take it away"
          says="Take it away: only while nobody has answered"
          busy={dropping.isLoading}
          onPress={async () => {
            const answer = await drop({ school, field: id });
            if ("data" in answer) onClose();
          }}
        />
      )}
    </Sheet>
  );
}
