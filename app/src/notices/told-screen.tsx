/** What one is told, by the link of a mail, without signing in. */
import { useLocalSearchParams } from "expo-router";
import { lazy, Suspense } from "react";
import { View } from "react-native";
import { Skeleton } from "../ui/skeleton";

/** A piece of its own: no other screen of a visitor's brings it. */
const Told = lazy(async () => ({ default: (await import("./told")).Told }));

export function ToldScreen() {
  const { school, key } = useLocalSearchParams() as { school: string; key: string };
  return (
    <Suspense
      fallback={
        <View style={{ padding: 20 }}>
          <Skeleton widths={[0.6, 0.8, 0.7]} />
        </View>
      }
    >
      <Told school={school} secret={key} />
    </Suspense>
  );
}
