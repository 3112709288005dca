/** The terms of a listing beside its prices: what is in it, what one gets, tax, window, seats, days of access. */
import type { ListingAnswer, Offer } from "@dawngate/contract/sales";
import { useState } from "react";
import { View } from "react-native";
import { useGetCatalogInfiniteQuery } from "../catalog/api";
import { useGetSchoolQuery } from "../school/api";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { Given } from "../ui/given";
import { MoneyField } from "../ui/money-field";
import { NumberField } from "../ui/number-field";
import { Options } from "../ui/options";
import { sayAll } from "../ui/say-all";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { toggled } from "../ui/toggled";
import { CourseChoices } from "./course-choices";
import { Part } from "./part";
import { SoldCohortChoice } from "./sold-cohort";
import { SoldEnds } from "./sold-ends";
import { SomeDays } from "./some-days";

const SUPPLIES = [
  { value: "electronic", label: "learned alone" },
  { value: "taught", label: "taught by somebody" },
] as const;

const WHATS = [
  { value: "courses", label: "the courses named" },
  { value: "membership", label: "a membership" },
] as const;

interface Place {
  school: string;
}

interface Props {
  place: Place;
  offer: Offer;
  kept: ListingAnswer;
  today: string;
  set(part: Partial<Offer>): void;
}

export function ListingTerms({ place, offer, kept, today, set }: Props) {
  const { data: school } = useGetSchoolQuery({ school: place.school });
  const bundle = offer.courses.length > 1;
  return (
    <>
      <Part title="What is in it">
        <TextField
          label="What it is called"
          value={offer.title}
          maxLength={200}
          onChangeText={(title) => title.trim() !== "" && set({ title })}
        />
        <Options
          label="It is"
          says="It is"
          options={WHATS}
          value={offer.membership ? "membership" : "courses"}
          onChange={(what) =>
            set(
              what === "courses"
                ? { membership: null }
                : { membership: { except: [], subjects: [] }, courses: [], cohorts: [] },
            )
          }
        />
        {offer.membership ? <Membership school={place.school} offer={offer} set={set} /> : null}
        {offer.membership ? null : (
          <CourseChoices
            school={place.school}
            label="Courses in it"
            chosen={offer.courses.map(({ id }) => id)}
            onChosen={(id, on) =>
              set({
                courses: on
                  ? [...offer.courses, { id, price: null }]
                  : offer.courses.filter((one) => one.id !== id),
                cohorts: on ? offer.cohorts : offer.cohorts.filter(({ course }) => course !== id),
              })
            }
          />
        )}
        {bundle
          ? offer.courses.map((one, at) => (
              <MoneyField
                key={one.id}
                label={`“${kept.courses.find(({ id }) => id === one.id)?.title ?? one.id}” by itself`}
                currency={kept.currency}
                value={one.price}
                optional
                onChange={(price) =>
                  set({
                    courses: offer.courses.map((course, i) =>
                      i === at ? { ...course, price: price as never } : course,
                    ),
                  })
                }
              />
            ))
          : null}
        {offer.courses.map(({ id }) => (
          <SoldCohortChoice
            key={id}
            school={place.school}
            course={id}
            title={kept.courses.find((course) => course.id === id)?.title ?? id}
            cohort={offer.cohorts.find(({ course }) => course === id)?.cohort ?? null}
            onCohort={(cohort) =>
              set({
                cohorts: [
                  ...offer.cohorts.filter(({ course }) => course !== id),
                  ...(cohort === null ? [] : [{ course: id, cohort }]),
                ],
              })
            }
          />
        ))}
        <Points points={offer.points} onPoints={(points) => set({ points })} />
      </Part>
      <Part title="Tax, days, seats">
        <Given
          label="Tax"
          value={offer.tax}
          usual={{ rate: 2300, included: true }}
          onChange={(tax) => set({ tax })}
        >
          {(tax) => (
            <View style={{ flexDirection: "row", gap: 12, alignItems: "center" }}>
              <NumberField
                label="Percent of tax"
                width={150}
                value={tax.rate / 100}
                least={0}
                most={100}
                onChange={(percent) => set({ tax: { ...tax, rate: percent * 100 } })}
              />
              <Switched
                label="Included in the price"
                on={tax.included}
                onChange={(included) => set({ tax: { ...tax, included } })}
              />
            </View>
          )}
        </Given>
        {offer.tax && school?.tax ? (
          <Options
            label="For tax by the buyer's country it is"
            says="For tax by the buyer's country it is"
            options={SUPPLIES}
            value={offer.supply}
            onChange={(supply) => set({ supply })}
          />
        ) : null}
        <SomeDays
          label="Only in some days"
          from="Sold from"
          through="Sold through"
          value={offer.window}
          today={today}
          onChange={(window) => set({ window })}
        />
        <SomeDays
          label="In the catalog only in some days"
          says="Its page and its link lead there all the same."
          from="Listed from"
          through="Listed through"
          value={offer.listed}
          today={today}
          onChange={(listed) => set({ listed })}
        />
        <Given
          label="So many seats"
          value={offer.seatLimit}
          usual={20}
          onChange={(seatLimit) => set({ seatLimit })}
        >
          {(seats) => (
            <NumberField
              label="Seats"
              value={seats}
              least={0}
              most={1_000_000}
              onChange={(seatLimit) => set({ seatLimit })}
            />
          )}
        </Given>
        <SoldEnds school={place.school} offer={offer} today={today} set={set} />
      </Part>
    </>
  );
}

/** What is in a membership and what is not: for whoever buys it from now on, and for everybody of what comes later. */
function Membership({ school, offer, set }: { school: string } & Pick<Props, "offer" | "set">) {
  const { quiet } = usePalette();
  const { data } = useGetCatalogInfiniteQuery({ school, find: "", subject: null, level: null });
  const { except = [], subjects = [] } = offer.membership ?? {};
  const change = (part: object) => set({ membership: { except, subjects, ...part } });
  // One that no course has any more can be taken out all the same.
  const known = [...new Set([...(data?.pages[0]?.subjects ?? []), ...subjects])];
  return (
    <View style={{ gap: 6 }}>
      <Text kind="small" color={quiet}>
        {subjects.length === 0 ? "Every course" : `Every course of ${sayAll(subjects)}`} is open by
        it, those to come too, but for those left out here. Whoever has it already keeps what was in
        it on the day they bought it.
      </Text>
      {known.length > 0 ? (
        <>
          <Text kind="smallStrong">Which courses</Text>
          <Choices label="Which courses" many>
            <Choice
              many
              label="of any subject"
              taken={subjects.length === 0}
              onPress={() => change({ subjects: [] })}
            />
            {known.map((subject) => (
              <Choice
                key={subject}
                many
                label={subject}
                taken={subjects.includes(subject)}
                onPress={() => change({ subjects: toggled(subjects, subject) })}
              />
            ))}
          </Choices>
        </>
      ) : null}
      <Text kind="smallStrong">Left out of it</Text>
      <CourseChoices
        school={school}
        label="Left out of it"
        chosen={except}
        onChosen={(id, on) =>
          change({ except: on ? [...except, id] : except.filter((one) => one !== id) })
        }
      />
    </View>
  );
}

/** What one gets, a point a line: what is typed counts when one leaves. */
function Points({ points, onPoints }: { points: string[]; onPoints(points: string[]): void }) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextField
      label="What one gets, a point a line"
      multiline
      value={typed ?? points.join("\n")}
      onChangeText={setTyped}
      onBlur={() => {
        if (typed !== null)
          onPoints(
            typed
              .split("\n")
              .map((point) => point.trim().slice(0, 300))
              .filter((point) => point !== "")
              .slice(0, 20),
          );
        setTyped(null);
      }}
    />
  );
}
