/** Something on sale, on a public page: what it costs today, what it cost before, until when, and the way to buy it. */
import type { Offered } from "@dawngate/contract/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayWrittenEnd, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import { RemindMe } from "../reminders/remind-me";
import { useGetOfferedQuery } from "../sales/api";
import { ofSubjects } from "../sales/of-subjects";
import { perStep, sayWayAtLength } from "../sales/say-way";
import { capital } from "../ui/capital";
import { LinkAction } from "../ui/link-action";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { ownZone } from "../ui/zone";
import { Countdown } from "./countdown";
import { askedOf, runsOut } from "./runs-out";

interface Props {
  school: string;
  id: string;
  /** Said where a page is sold in more than one way. */
  title?: string | undefined;
}

const STATES = { before: "Not yet on sale", full: "Sold out", closed: "No longer on sale" };

export function PriceCard({ school, id, title }: Props) {
  const { quiet } = usePalette();
  const { data, error, refetch } = useGetOfferedQuery(askedOf(school, id));
  if (!data)
    return error ? (
      <Text color={quiet}>It is not on sale yet.</Text>
    ) : (
      <Skeleton widths={[0.5, 0.8]} />
    );
  const { ways, currency, quote, note, state } = data;
  const first = ways.find((way) => way.id === quote.option);
  const others = ways.filter((way) => way.id !== quote.option);
  const end = runsOut(data);
  return (
    <View style={{ gap: 10 }}>
      {title === undefined ? null : (
        <Text kind="name" level={2}>
          {title}
        </Text>
      )}
      {data.points.length > 0 && title !== undefined
        ? data.points.map((point) => (
            <Text key={point} kind="small">
              • {point}
            </Text>
          ))
        : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12, alignItems: "flex-end" }}>
        <View style={{ flexGrow: 1 }}>
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8, alignItems: "baseline" }}>
            <Text kind="title">
              {first?.kind === "free" ? "Free" : sayMoney(first?.total ?? quote.total, currency)}
            </Text>
            {first?.kind === "subscription" ? <Text>every {perStep(first.every)}</Text> : null}
            {note.before === null ? null : (
              <Text
                color={quiet}
                style={{ textDecorationLine: "line-through" }}
                aria-label={`before, the lowest of the thirty days: ${sayMoney(note.before, currency)}`}
              >
                {sayMoney(note.before, currency)}
              </Text>
            )}
          </View>
          {[...(first && first.kind === "installments" ? [first] : []), ...others].map((way) => (
            <Text key={way.id} kind="small" color={quiet}>
              {way === first ? "" : "or "}
              {sayWayAtLength({ ...way, amount: way.total }, currency)}
            </Text>
          ))}
        </View>
        {end ? <Countdown key={end.until} {...end} onEnd={refetch} /> : null}
      </View>
      {state === "open" ? (
        <LinkAction href={`/${school}/o/${id}`}>
          {data.membership ? "Become a member" : first?.kind === "free" ? "Get it" : "Buy it"}
        </LinkAction>
      ) : (
        <Text kind="strong" role="status">
          {STATES[state]}
        </Text>
      )}
      {state === "full" && data.waiting ? (
        <LinkAction href={`/${school}/o/${id}`}>
          {data.waiting.stands ? "See where you stand" : "Wait for a place"}
        </LinkAction>
      ) : null}
      {state === "before" ? (
        <RemindMe school={school} door={{ kind: "listing", listing: id }} />
      ) : null}
      <Text kind="small" color={quiet}>
        {sayTerms(data)}
      </Text>
    </View>
  );
}

/** "Opens at once, yours until 4 Jul 2027. 16 seats left." */
export function sayTerms({ courses, membership, seatsLeft, state }: Offered): string {
  const zone = zoneOf(ownZone());
  if (membership) {
    const { courses: open, subjects, until } = membership;
    const end = until === null ? "" : `, until ${sayWrittenEnd(until, { zone })}`;
    return `Opens ${open === 1 ? "one course" : `${open} courses`}, and those${ofSubjects(subjects)} to come${end}.`;
  }
  const opens = courses
    .flatMap((course) => (course.opens === null ? [] : [course.opens]))
    .sort()[0];
  const ends = courses.map(({ until }) => until);
  const same = ends.length > 0 && ends.every((end) => end === ends[0]);
  const [only] = courses.length === 1 ? courses : [];
  const parts = [
    ...(only?.cohort ? [`With cohort ${only.cohort.name}`] : []),
    ...(opens === undefined
      ? []
      : [
          Date.parse(opens) <= Date.now()
            ? "opens at once"
            : `opens ${sayWrittenInstant(opens, zone)}`,
        ]),
    ...(same
      ? [
          ends[0] === null || ends[0] === undefined
            ? sayUnknownEnd(courses)
            : `yours until ${sayWrittenEnd(ends[0], { zone })}`,
        ]
      : []),
  ];
  const left =
    seatsLeft !== null && state === "open"
      ? ` ${seatsLeft === 1 ? "One seat" : `${seatsLeft} seats`} left.`
      : "";
  return parts.length === 0 ? left.trim() : `${capital(parts.join(", "))}.${left}`;
}

/** Until when it is one's own, where no day is known: for ever, or counted from what one does. */
function sayUnknownEnd(courses: Offered["courses"]): string {
  const all = courses.flatMap(({ ends }) => ends);
  if (all.length === 0) return "yours without an end";
  const [first] = all;
  return all.every((one) => one === first)
    ? `ends ${first}`
    : "yours until a day that counts from what you do";
}
