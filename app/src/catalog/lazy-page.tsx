/** A public page, fetched when one is looked at: its blocks are a piece of their own, which no other screen brings. */
import { type ComponentProps, lazy, Suspense } from "react";
import { View } from "react-native";
import { Skeleton } from "../ui/skeleton";
import type { PageBlocks as Blocks } from "./page-blocks";

const Page = lazy(async () => ({ default: (await import("./page-blocks")).PageBlocks }));

export function PageBlocks(props: ComponentProps<typeof Blocks>) {
  return (
    <Suspense
      fallback={
        <View style={{ padding: 20 }}>
          <Skeleton widths={[0.6, 0.9, 0.8]} />
        </View>
      }
    >
      <Page {...props} />
    </Suspense>
  );
}
