/** A course that stands inside this one: where it stands, what is new in it, and taking it out. */
import { type Inside, insideIn, moveInside, type Operation } from "@dawngate/core/courses";
import { itemsOf, type PlanCourse } from "@dawngate/core/plan";
import { View } from "react-native";
import { Coming } from "../../store/coming";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { TextLink } from "../../ui/text-link";
import { usePalette } from "../../ui/theme";
import { type InCourse, useOfferInsideQuery } from "../api";
import type { InsideState } from "./inside-rows";

interface Props {
  place: InCourse;
  course: PlanCourse;
  inner: string;
  state: InsideState | null;
  perform(...operations: Operation[]): void;
  onClose(): void;
}

export function InsideSheet({ place, course, inner, state, perform, onClose }: Props) {
  const { quiet } = usePalette();
  const inside = insideIn(course).find((one) => one.course === inner);
  if (!inside) return null;
  const first = course.modules.findIndex(({ id }) => id === inside.modules[0]?.id);
  const move = (way: "up" | "down") => moveInside(course, inner, way);
  const [up, down] = [move("up"), move("down")];
  return (
    <Sheet title={inside.title} onClose={onClose}>
      <Text color={quiet}>
        It stands here as it was published. Its gates are its own, counted from enrolling in this
        course; whoever has this course has it.
      </Text>
      {state?.state === "older" ? (
        <Newer
          place={place}
          inside={inside}
          after={course.modules[first - 1]?.id ?? null}
          perform={perform}
          onClose={onClose}
        />
      ) : null}
      {state?.state === "gone" ? (
        <Text>
          The course itself is not there any more. What came in from it stays, until you take it
          out.
        </Text>
      ) : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
        <QuietAction label="Move up" disabled={up.length === 0} onPress={() => perform(...up)} />
        <QuietAction
          label="Move down"
          disabled={down.length === 0}
          onPress={() => perform(...down)}
        />
        <QuietAction
          label="Take it out"
          onPress={() => {
            perform({ type: "take-course", course: inner });
            onClose();
          }}
        />
      </View>
      {state?.reaches && state.state !== "gone" ? (
        <TextLink href={`/${place.school}/courses/${inner}/edit`}>
          Change it where it is at home
        </TextLink>
      ) : null}
    </Sheet>
  );
}

/** What was published of it since, and taking that in: as one step, which can be undone. */
function Newer({
  place,
  inside,
  after,
  perform,
  onClose,
}: {
  place: InCourse;
  inside: Inside;
  after: string | null;
} & Pick<Props, "perform" | "onClose">) {
  const { data, error, refetch } = useOfferInsideQuery(
    { ...place, inner: inside.course },
    { refetchOnMountOrArgChange: true },
  );
  if (!data) return <Coming error={error} onRetry={refetch} widths={[0.7, 0.5]} />;
  const says = sayNew(inside, data);
  return (
    <View style={{ gap: 10 }}>
      <Text kind="strong">It was published anew since.</Text>
      {says.map((line) => (
        <Text key={line}>{line}</Text>
      ))}
      <View style={{ alignItems: "flex-start" }}>
        <PrimaryAction
          label="Take the new version in"
          onPress={() => {
            perform(
              { type: "take-course", course: inside.course },
              { type: "put-course", course: inside.course, modules: data.modules, after },
            );
            onClose();
          }}
        />
      </View>
      <Text kind="small">
        What people have done in it stays done. What this changes for those who are in here is shown
        before you publish.
      </Text>
    </View>
  );
}

const SOME = 5;

/** "New: “Shaping”, “Proving”", "Gone: “Crumb”", or that dates and settings differ. */
function sayNew(before: Pick<Inside, "modules">, after: Pick<Inside, "modules">): string[] {
  const [was, is] = [itemsOf(before), itemsOf(after)];
  const only = (of: typeof was, than: typeof was) =>
    of.filter(({ id }) => !than.some((one) => one.id === id)).map(({ title }) => `“${title}”`);
  const list = (what: string, titles: string[]) =>
    titles.length === 0
      ? []
      : [
          `${what}: ${titles.slice(0, SOME).join(", ")}${titles.length > SOME ? ` and ${titles.length - SOME} more` : ""}.`,
        ];
  const said = [...list("New", only(is, was)), ...list("Gone", only(was, is))];
  return said.length > 0 ? said : ["Gates, titles or settings in it are others."];
}
