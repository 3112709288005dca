/** What several people pay together, and what those pay who are inside already. */
import type { ListingAnswer, Offer } from "@dawngate/contract/sales";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { MoneyField } from "../ui/money-field";
import { NumberField } from "../ui/number-field";
import { Options } from "../ui/options";
import { Switched } from "../ui/switched";
import { CourseChoices, useCoursesInUse } from "./course-choices";
import { Part } from "./part";
import { useGetListingsInfiniteQuery } from "./selling-api";

type Tiers = NonNullable<Offer["seats"]>;
type Tier = Tiers["tiers"][number];

interface Props {
  school: string;
  offer: Offer;
  kept: ListingAnswer;
  set(part: Partial<Offer>): void;
}

const MODES = [
  { value: "volume", label: "every seat" },
  { value: "graduated", label: "the seats from there on" },
] as const;

export function ListingSeats({ school, offer, kept, set }: Props) {
  return (
    <Part title="For several, and for those inside">
      <Switched
        label="Several seats at once"
        says={
          offer.membership
            ? "The buyer gives them out: whoever has one is a member from that day."
            : "The buyer gives them out, and takes one back from whoever has not begun."
        }
        on={offer.teams}
        onChange={(teams) => set({ teams })}
      />
      {offer.teams ? <TiersOf offer={offer} currency={kept.currency} set={set} /> : null}
      <HoldersOf school={school} offer={offer} own={kept.id} set={set} />
    </Part>
  );
}

/** From so many seats on, so much less; or a price of its own for the ways to pay it names. */
function TiersOf({ offer, currency, set }: Pick<Props, "offer" | "set"> & { currency: string }) {
  const { seats } = offer;
  const keep = (tiers: Tier[], mode: Tiers["mode"] = seats?.mode ?? "volume") =>
    set({ seats: tiers.length === 0 ? null : { mode, tiers } });
  const tiers = seats?.tiers ?? [];
  const change = (at: number, tier: Tier | null) =>
    keep(tiers.flatMap((one, i) => (i === at ? (tier ? [tier] : []) : [one])));
  const last = tiers.at(-1);
  return (
    <View style={{ gap: 10 }} role="group" aria-label="Prices by seats">
      {tiers.map((tier, at) => (
        <View
          // biome-ignore lint/suspicious/noArrayIndexKey: a tier is its place, whatever is typed into it
          key={at}
          style={{ flexDirection: "row", flexWrap: "wrap", gap: 10, alignItems: "center" }}
        >
          <NumberField
            label="From seats"
            value={tier.from}
            least={1}
            most={10_000}
            onChange={(from) => change(at, { ...tier, from })}
          />
          {tier.unit === undefined ? (
            <NumberField
              label="Percent less"
              width={130}
              value={tier.percent ?? 0}
              least={0}
              most={100}
              onChange={(percent) => change(at, { ...tier, percent })}
            />
          ) : (
            <MoneyField
              label="A seat costs"
              currency={currency}
              value={tier.unit}
              onChange={(unit) => unit !== null && change(at, { ...tier, unit: unit as never })}
            />
          )}
          <QuietAction
            label={tier.unit === undefined ? "A price instead" : "Percent instead"}
            says={`${tier.unit === undefined ? "A price instead" : "Percent instead"}, from ${tier.from} seats`}
            onPress={() =>
              change(
                at,
                tier.unit === undefined
                  ? {
                      from: tier.from,
                      unit: 0 as never,
                      options: offer.options.map(({ id }) => id),
                    }
                  : { from: tier.from, percent: 10, options: tier.options },
              )
            }
          />
          <QuietAction
            label="Remove"
            says={`Remove: from ${tier.from} seats`}
            onPress={() => change(at, null)}
          />
        </View>
      ))}
      {seats && tiers.length > 0 ? (
        <Options
          label="It is for"
          says="It is for"
          options={MODES}
          value={seats.mode}
          onChange={(mode) => keep(tiers, mode)}
        />
      ) : null}
      <QuietAction
        label="A price for more seats"
        onPress={() =>
          keep([...tiers, { from: last ? last.from * 2 : 5, percent: 10, options: null }])
        }
      />
    </View>
  );
}

/** Less for whoever is in one of some courses, or has a membership. */
function HoldersOf({
  school,
  offer,
  own,
  set,
}: Pick<Props, "school" | "offer" | "set"> & { own: string }) {
  const courses = useCoursesInUse(school);
  const { data } = useGetListingsInfiniteQuery({ school });
  const memberships = (data?.pages.flatMap((page) => page.listings) ?? []).filter(
    ({ id, membership }) => membership !== null && id !== own,
  );
  const { holder } = offer;
  return (
    <View style={{ gap: 10 }}>
      <Switched
        label="Less for those inside a course, or with a membership"
        on={holder !== null}
        onChange={(on) =>
          set({
            holder: on
              ? { courses: courses.slice(0, 1).map(({ id }) => id), memberships: [], percent: 10 }
              : null,
          })
        }
      />
      {holder ? (
        <>
          <NumberField
            label="Percent less"
            width={130}
            value={holder.percent}
            least={0}
            most={100}
            onChange={(percent) => set({ holder: { ...holder, percent } })}
          />
          <CourseChoices
            school={school}
            label="For those in"
            chosen={holder.courses}
            onChosen={(id, on) =>
              set({
                holder: {
                  ...holder,
                  courses: on
                    ? [...holder.courses, id]
                    : holder.courses.filter((one) => one !== id),
                },
              })
            }
          />
          {memberships.length > 0 ? (
            <Choices label="For those with" many>
              {memberships.map(({ id, title }) => {
                const before = holder.memberships ?? [];
                const taken = before.includes(id);
                const next = taken ? before.filter((one) => one !== id) : [...before, id];
                return (
                  <Choice
                    key={id}
                    many
                    label={title}
                    taken={taken}
                    onPress={() => set({ holder: { ...holder, memberships: next } })}
                  />
                );
              })}
            </Choices>
          ) : null}
        </>
      ) : null}
    </View>
  );
}
