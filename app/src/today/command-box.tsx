/** Go anywhere: places, courses, modules, lessons, cohorts and people by a part of their names; by keys alone too. */
import { useRouter } from "expo-router";
import { useEffect, useState } from "react";
import { View } from "react-native";
import { placesFor } from "../frame/places";
import { useMay } from "../school/may";
import { SETTING_PLACES } from "../school/setting-places";
import { explain } from "../store/api";
import { Notice } from "../ui/notice";
import { offeredNow } from "../ui/offers";
import { Press } from "../ui/press";
import { useSettled } from "../ui/settled";
import { Sheet } from "../ui/sheet";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { useFindAnythingQuery } from "./api";
import { type Goal, goalOf } from "./goal";
import { latest, remember, usedFirst } from "./gone-to";

/** So many are shown at once. */
const MOST = 16;

export function CommandBox({ school, onClose }: { school: string; onClose(): void }) {
  const { quiet, lilac } = usePalette();
  const router = useRouter();
  const may = useMay(school);
  const [text, setText] = useState("");
  const [at, setAt] = useState(0);
  const find = useSettled(text.trim(), 80);
  const { currentData, data, error, isFetching } = useFindAnythingQuery(
    { school, find },
    { skip: find === "" },
  );
  /** Enter was pressed before anything was found. */
  const [wanted, setWanted] = useState(false);
  const low = text.trim().toLocaleLowerCase();
  const places = [
    ...placesFor("frame", (who) => who === "signed-in" || (who !== "learners" && may(who))),
    ...placesFor("school", (who) => who !== "learners" && who !== "signed-in" && may(who)),
  ].map((place): Goal => {
    const says = place.within === "school" ? "School" : "";
    return { kind: "place", title: place.name, says, href: place.href({ school, course: "" }) };
  });
  // As it was when one asked: behind the box nothing changes.
  const [here] = useState(() =>
    offeredNow().flatMap(({ says, run }): Goal[] =>
      run ? [{ kind: "here", title: says, says: "", href: "", run }] : [],
    ),
  );
  const settings = may("school.change")
    ? SETTING_PLACES.map(([title, at]): Goal => {
        return { kind: "setting", title, says: "School", href: `/${school}/settings?at=${at}` };
      })
    : [];
  // What was found for the letters before counts until there is something newer.
  const found = (currentData ?? data)?.found ?? [];
  const goals =
    low === ""
      ? [...here, ...latest(school), ...places]
      : [
          ...[...here, ...places, ...settings].filter(({ title }) =>
            title.toLocaleLowerCase().includes(low),
          ),
          ...usedFirst(
            school,
            found
              .filter(({ title }) => title.toLocaleLowerCase().includes(low))
              .map((one) => goalOf(school, one)),
          ),
        ];
  const shown = goals
    .filter(
      ({ href, title }, i) =>
        goals.findIndex((one) => one.href === href && one.title === title) === i,
    )
    .slice(0, MOST);
  const chosen = Math.min(at, Math.max(0, shown.length - 1));
  const go = (goal: Goal | undefined) => {
    if (!goal) return setWanted(low !== "");
    onClose();
    if (goal.run) {
      // Once the box has gone, and given the focus back.
      setTimeout(goal.run);
      return;
    }
    remember(school, goal);
    router.push(goal.href);
  };
  const first = shown[chosen];
  // biome-ignore lint/correctness/useExhaustiveDependencies: gone to once, as soon as it is there
  useEffect(() => {
    if (wanted && first && !isFetching) go(first);
  }, [wanted, first?.href, isFetching]);
  return (
    <Sheet title="Go anywhere" onClose={onClose}>
      <TextField
        autoFocus
        label="A course, a lesson, a person, a place"
        value={text}
        onChangeText={(next) => {
          setText(next);
          setAt(0);
          setWanted(false);
        }}
        onKeyPress={(event) => {
          const { key } = event.nativeEvent;
          if (key !== "ArrowDown" && key !== "ArrowUp") return;
          event.preventDefault();
          const step = key === "ArrowDown" ? 1 : -1;
          setAt((chosen + step + shown.length) % Math.max(1, shown.length));
        }}
        onSubmitEditing={() => go(shown[chosen])}
      />
      {error ? <Notice {...explain(error)} /> : null}
      <Text kind="small" color={quiet} role="status">
        {low === ""
          ? "What this screen offers, where you went last, and the places"
          : find !== low && find.toLocaleLowerCase() !== low
            ? "Looking …"
            : shown.length === 0 && currentData
              ? `Nothing here is called “${text.trim()}”.`
              : `${shown.length} found; Enter goes to the marked one`}
      </Text>
      <View role="list">
        {shown.map((goal, i) => (
          <View key={`${goal.kind} ${goal.href} ${goal.title}`} role="listitem">
            <Press
              role="link"
              onPress={() => go(goal)}
              aria-current={i === chosen ? "true" : undefined}
              style={{
                flexDirection: "row",
                alignItems: "center",
                gap: 12,
                paddingHorizontal: 10,
                backgroundColor: i === chosen ? lilac : "transparent",
              }}
            >
              <View style={{ flex: 1, paddingVertical: 4 }}>
                <Text>{goal.title}</Text>
                {goal.says === "" ? null : (
                  <Text kind="small" color={quiet}>
                    {goal.says}
                  </Text>
                )}
              </View>
              <Text kind="small" color={quiet}>
                {goal.kind}
              </Text>
            </Press>
          </View>
        ))}
      </View>
    </Sheet>
  );
}
