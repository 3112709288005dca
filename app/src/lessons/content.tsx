/** What stands in a lesson, fetched with the first lesson that is opened: whoever looks at a shelf needs none of it. */
import { type ComponentProps, lazy, Suspense } from "react";
import { Skeleton } from "../ui/skeleton";
import type { ContentView, PartView } from "./content-view";
import { HeroRoom } from "./hero-room";

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
  return (
    <Suspense fallback={<HeroRoom />}>
      <Part {...props} />
    </Suspense>
  );
}
