/** A screen of the studio, fetched when somebody goes there; what comes is outlined at once. */
import { type ComponentProps, type ComponentType, lazy, Suspense } from "react";
import { View } from "react-native";
import { Skeleton } from "../ui/skeleton";
import type * as Studio from "./studio";

type Name = keyof typeof Studio;

/** One and the same for all, so that they are one piece. */
const studio = () => import("./studio");

/** A part of the studio by its name; nothing is drawn until it is there. */
export function partOfStudio<N extends Name>(name: N) {
  return lazy(async () => ({
    default: (await studio())[name] as ComponentType<ComponentProps<(typeof Studio)[N]>>,
  }));
}

/**
 * A route's screen.
 *
 * @example export default inStudio("PeopleScreen");
 */
export function inStudio(name: Exclude<Name, "CommandBox">): ComponentType {
  const Screen = partOfStudio(name) as ComponentType;
  return function InStudio() {
    return (
      <Suspense
        fallback={
          <View style={{ padding: 26, gap: 18 }}>
            <Skeleton widths={[0.4, 0.6, 0.5, 0.6]} height={26} />
          </View>
        }
      >
        <Screen />
      </Suspense>
    );
  };
}
