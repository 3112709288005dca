/** What stands in a lesson, fetched with the first lesson that is opened: whoever looks at a shelf needs none of it. */
import { type ComponentProps, lazy, Suspense } from "react";
import { View } from "react-native";
import { Skeleton } from "../ui/skeleton";
import { usePalette } from "../ui/theme";
import type { ContentView, PartView } from "./content-view";

const Content = lazy(async () => ({ default: (await import("./content-view")).ContentView }));
const Part = lazy(async () => ({ default: (await import("./content-view")).PartView }));

/** The whole of it, one below the other. */
export function LessonContent(props: ComponentProps<typeof ContentView>) {
  return (
    <Suspense fallback={<Skeleton widths={[1, 0.95, 0.9, 0.4]} />}>
      <Content {...props} />
    </Suspense>
  );
}

/** What it shows at the top of its page; its room is kept meanwhile. */
export function LessonHero(props: ComponentProps<typeof PartView>) {
  const { frame } = usePalette();
  return (
    <Suspense
      fallback={<View style={{ width: "100%", aspectRatio: 16 / 9, backgroundColor: frame }} />}
    >
      <Part {...props} />
    </Suspense>
  );
}
