/** How people come into a cohort, or into a course without any: set here, with its join codes, and tried for anybody. */
import type { WayInSet, WaysIn } from "@dawngate/contract/ways-in";
import { ENTRIES } from "@dawngate/core/enrollment";
import { useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../../courses/api";
import { explain, faultsOf } from "../../store/api";
import { PrimaryAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { DayOrNone } from "../../ui/day-or-none";
import { FoundField } from "../../ui/found-field";
import { Notice } from "../../ui/notice";
import { NumberField } from "../../ui/number-field";
import { Options } from "../../ui/options";
import { Section } from "../../ui/section";
import { Sheet } from "../../ui/sheet";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { useToast } from "../../ui/toast";
import { useSetWayMutation } from "./api";
import { AudiencePart } from "./audience-part";
import { CodesPart } from "./codes-part";
import { MayPart } from "./may-part";
import { ENTRY_SAYS, ENTRY_WORDS } from "./say-way-in";

interface Props {
  place: InCourse;
  way: WayInSet;
  /** Courses that could be asked for first. */
  courses: WaysIn["courses"];
  /** The cohort has so many seats; null: no limit, so that nobody waits. */
  seats: number | null;
  today: string;
  onClose(): void;
}

/** So long a place is held, where nobody has said otherwise. */
const OFFER_HOURS = 48;

export function WaySheet({ place, way, courses, seats, today, onClose }: Props) {
  const { quiet, ember } = usePalette();
  const say = useToast();
  const [set, { error, isLoading }] = useSetWayMutation();
  const [terms, setTerms] = useState(way);
  const [domains, setDomains] = useState(way.domains.join(", "));
  const change = (part: Partial<WayInSet>) => setTerms({ ...terms, ...part });
  const { entry, listed, question, needs, audience, waitlist } = terms;
  const faults = faultsOf(error);
  const wrong = Object.entries(faults)[0];
  const keep = async () => {
    const answer = await set({
      ...place,
      body: {
        cohort: way.cohort,
        entry,
        listed,
        question: entry === "approval" && question?.trim() ? question.trim() : null,
        domains: domains.split(/[\s,;]+/).filter((one) => one !== ""),
        needs,
        audience,
        waitlist,
      },
    });
    if (!("data" in answer)) return;
    say({ says: "Kept; it holds for whoever comes from now on." });
    onClose();
  };
  const titleOf = (id: string) => courses.find((one) => one.id === id)?.title ?? id;
  return (
    <Sheet
      title={way.name === null ? "How people come in" : `How people come into ${way.name}`}
      broad
      onClose={onClose}
    >
      {error ? <Notice {...explain(error)} /> : null}
      <Options
        label="People come in"
        says="People come in"
        options={ENTRIES.map((one) => ({ value: one, label: ENTRY_WORDS[one] }))}
        value={entry}
        onChange={(next) => change({ entry: next })}
      />
      <Text kind="small" color={quiet}>
        {ENTRY_SAYS[entry]} The school can enroll anybody by hand, whatever stands here.
      </Text>
      {entry === "approval" ? (
        <TextField
          label="What they are asked, or nothing"
          value={question ?? ""}
          maxLength={300}
          onChangeText={(text) => change({ question: text })}
        />
      ) : null}
      <Switched
        label="Visitors meet it on the course's page"
        says="Else only those who bring a join code for it, who asked, or who wait."
        on={listed}
        onChange={(on) => change({ listed: on })}
      />
      <TextField
        label="Only mail addresses that end in, or any"
        value={domains}
        placeholder="bakery.example, ovens.example"
        autoCapitalize="none"
        onChangeText={setDomains}
      />
      <AudiencePart
        school={place.school}
        audience={audience}
        onChange={(next) => change({ audience: next })}
      />
      {needs.length > 0 ? (
        <Choices label="Completed first" many>
          {needs.map((id) => (
            <Choice
              key={id}
              many
              taken
              label={titleOf(id)}
              onPress={() => change({ needs: needs.filter((one) => one !== id) })}
            />
          ))}
        </Choices>
      ) : null}
      {courses.length > needs.length ? (
        <FoundField
          label="A course to be completed first"
          says=""
          of={courses
            .filter(({ id }) => !needs.includes(id))
            .map(({ id, title }) => ({ value: id, says: title }))}
          none="No published course is called so."
          onChange={(id) => change({ needs: [...needs, id] })}
        />
      ) : null}
      {way.cohort === null ? null : (
        <View style={{ gap: 8 }}>
          <Switched
            label="A waitlist when every seat is taken"
            says={
              seats === null
                ? "This cohort has no limit of seats yet, so nobody has to wait."
                : "First come, first served."
            }
            on={waitlist !== null}
            onChange={(on) =>
              change({ waitlist: on ? { until: null, offerHours: OFFER_HOURS } : null })
            }
          />
          {waitlist === null ? null : (
            <>
              <Options
                label="A place that comes free"
                says="A place that comes free"
                options={[
                  { value: "offered", label: "is held for the next, who takes it" },
                  { value: "given", label: "is given to the next at once" },
                ]}
                value={waitlist.offerHours === null ? "given" : "offered"}
                onChange={(how) =>
                  change({
                    waitlist: { ...waitlist, offerHours: how === "given" ? null : OFFER_HOURS },
                  })
                }
              />
              {waitlist.offerHours === null ? null : (
                <NumberField
                  label="Hours it is held"
                  value={waitlist.offerHours}
                  least={1}
                  most={720}
                  width={160}
                  onChange={(offerHours) => change({ waitlist: { ...waitlist, offerHours } })}
                />
              )}
              <DayOrNone
                label="Until a last day"
                says="After it the waitlist is neither joined nor served."
                field="Last day of the waitlist"
                value={waitlist.until}
                today={today}
                onChange={(until) => change({ waitlist: { ...waitlist, until } })}
              />
            </>
          )}
        </View>
      )}
      {wrong ? (
        <Text kind="small" color={ember} role="alert">
          {wrong[1]}
        </Text>
      ) : null}
      <PrimaryAction label="Keep" onPress={keep} busy={isLoading} />
      <CodesPart place={place} cohort={way.cohort} today={today} />
      <Section
        title="Could they come in?"
        says="As it is kept now: every check, whatever the others say."
      >
        <MayPart place={place} cohort={way.cohort} today={today} />
      </Section>
    </Sheet>
  );
}
