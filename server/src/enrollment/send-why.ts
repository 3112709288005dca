/** The why of an item, sent to the person it is about, in the same words that staff read. */
import { wordsOf } from "@dawngate/core/courses";
import { writeExplainedTimeline } from "@dawngate/core/schedule";
import { explainOpening, type Speaker, saySooner, sayZone } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { writeLetter } from "../base/letter";
import { notFound } from "../base/problem";
import { follow } from "../jobs/outbox";
import { clockOf, readCase, workOut } from "../schedule/case";
import { type Context, isTheirs } from "../school/context";
import { inMail, schoolInMail } from "../school/in-mail";
import type { Services } from "../school/kit";
import { readAddress } from "./store";

export async function sendWhy(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  course: string,
  enrollment: string,
  item: string,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const found = await readCase(tx, context.school, enrollment);
    const person = await readAddress(tx, enrollment);
    if (found?.course !== course || !person || !isTheirs(context, found.enrollment.cohort))
      throw notFound(`There is no enrollment "${enrollment}" in this course.`);
    const timeline = writeExplainedTimeline(workOut(found, context.now));
    const asked = timeline.items.find(({ id }) => id === item);
    if (!asked) throw notFound(`There is no module or lesson "${item}" in their course.`);
    const titles = new Map(
      found.plan.modules
        .flatMap((one) => [one, ...one.lessons])
        .map(({ id, title }) => [id, title]),
    );
    const clock = clockOf(found);
    const words = wordsOf(found.schoolWords, found.courseWords);
    const speaker: Speaker = {
      zone: zoneOf(clock),
      person: "you",
      titleOf: (id) => titles.get(id) ?? id,
      words,
    };
    const why = explainOpening(asked.why, speaker);
    const sooner = saySooner(asked, timeline.access, speaker);
    const steps = why.groups.flatMap(({ heading, lines }) => [
      heading,
      ...lines.map(({ text, at }) => `  ${text}${at === null ? "" : `: ${at}`}`),
    ]);
    const title = titles.get(item) ?? item;
    await follow(tx, context.school, "mail", {
      to: person.email,
      ...writeLetter({
        subject: `Why “${title}” opens when it does`,
        from: await schoolInMail(tx),
        greeting: `Hello ${inMail(person.name)},`,
        says: [`${found.plan.title}: “${title}”. ${why.sentence}`],
        lines: [
          ...steps,
          ...(sooner.length > 0
            ? ["For it to open sooner:", ...sooner.map((line) => `  ${line}`)]
            : []),
        ],
        button: {
          label: `To the ${words.course}`,
          url: `${baseUrl}/${context.slug}/shelf/${enrollment}`,
        },
        small: [`Times are ${sayZone(clock)} time.`],
      }),
    });
  });
}
