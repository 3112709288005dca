/** What one sees on finishing a module, or the course: what was learned, what opens when, and what comes next. */
import type { MyCourse } from "@dawngate/contract/enrollment";
import { countWords } from "@dawngate/core/courses/words";
import { sayAway, sayWrittenEnd, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import Svg, { Line, Path } from "react-native-svg";
import { PrimaryAction, QuietAction } from "../ui/action";
import { useSince } from "../ui/motion";
import { NightPage } from "../ui/night-page";
import { SunMark } from "../ui/sun-mark";
import { sunPath } from "../ui/sun-path";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { nextOpening } from "./next-opening";

interface Props {
  course: MyCourse;
  /** Identifiers of modules, and the course's own where it is finished too. */
  finished: readonly string[];
  above: { text: string; href: string };
  /** To a lesson; null: to the course. */
  onGo(lesson: string | null): void;
}

export function Finished({ course, finished, above, onGo }: Props) {
  const { onFrame, onFrameQuiet, quiet } = usePalette();
  const { timeline, words, goOn } = course;
  const zone = zoneOf(timeline.timeZone);
  const whole = finished.includes(course.course);
  const modules = course.modules.filter(({ id }) => finished.includes(id));
  const learned = (whole ? course.modules : modules).flatMap(({ lessons }) => lessons);
  const minutes = learned.reduce((sum, lesson) => sum + (lesson.minutes ?? 0), 0);
  const next = nextOpening(course);
  const goOnTitle = course.modules
    .flatMap(({ lessons }) => lessons)
    .find(({ id }) => id === goOn)?.title;
  const { until } = timeline.access;
  return (
    <NightPage
      title={`${whole ? course.title : modules.map(({ title }) => title).join(", ")}: done`}
      above={above}
      band={
        <View style={{ gap: 12 }}>
          <Sunrise />
          <Text color={onFrame}>
            {`${countWords(words, "lesson", learned.length)}${minutes > 0 ? `, ${minutes} minutes` : ""}. `}
            {whole ? `You have finished this ${words.course}.` : ""}
          </Text>
          {whole && until !== null ? (
            <Text kind="small" color={onFrameQuiet}>
              {`Everything stays yours until ${sayWrittenEnd(until, { zone })}.`}
            </Text>
          ) : null}
        </View>
      }
      bar={
        goOn !== null && goOnTitle !== undefined ? (
          <PrimaryAction label={`On to ${goOnTitle}`} onPress={() => onGo(goOn)} fill />
        ) : (
          <QuietAction label={`To the ${words.course}`} onPress={() => onGo(null)} />
        )
      }
    >
      {next === null || goOn !== null ? null : (
        <Text>
          <Text kind="strong">{next.title}</Text>
          {` opens ${sayWrittenInstant(next.opens, zone, false)}, ${sayAway(Date.now() as Instant, next.at, zone)}.`}
        </Text>
      )}
      <View role="list" aria-label="What you have done" style={{ gap: 10 }}>
        {learned.map(({ id, title, kind, minutes: length }) => (
          <View
            key={id}
            role="listitem"
            style={{ flexDirection: "row", gap: 12, alignItems: "center" }}
          >
            <SunMark mark="done" size={24} />
            <Text style={{ flex: 1 }}>{title}</Text>
            <Text kind="small" color={quiet}>
              {length === null ? kind : `${length} min`}
            </Text>
          </View>
        ))}
      </View>
      {goOn === null ? null : (
        <QuietAction label={`To the ${words.course}`} onPress={() => onGo(null)} />
      )}
    </NightPage>
  );
}

/** The sun comes up, with its tick. */
function Sunrise() {
  const { frameMark, onFrame, frame } = usePalette();
  const risen = useSince("risen", 0);
  const y = 56 + (1 - risen) * 70;
  return (
    <Svg width="100%" height={120} viewBox="0 0 320 120" aria-hidden>
      <Path d={sunPath(160, y, 44, 111)} fill={frameMark} />
      {risen === 1 ? (
        <Path d="M140 58l14 14 28-30" stroke={frame} strokeWidth={7} fill="none" />
      ) : null}
      <Line x1={0} x2={320} y1={112} y2={112} stroke={onFrame} strokeWidth={2} />
    </Svg>
  );
}
