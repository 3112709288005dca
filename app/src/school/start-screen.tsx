/** Where somebody begins: their school as staff, their shelf, a school to be made, or signing in. */
import { Redirect } from "expo-router";
import { View } from "react-native";
import { explain } from "../store/api";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { useGetMeQuery } from "./api";

export function StartScreen() {
  const { data, error, refetch } = useGetMeQuery();
  if (data && !data.account) return <Redirect href="/sign-in" />;
  if (data) {
    const [first] = data.schools;
    if (!first) return <Redirect href="/new-school" />;
    return <Redirect href={`/${first.slug}/${first.role === "enrollee" ? "shelf" : "courses"}`} />;
  }
  return (
    <View role="main" style={{ padding: 24 }}>
      {error ? (
        <Notice {...explain(error)} onRetry={refetch} />
      ) : (
        <Skeleton widths={[0.4, 0.8, 0.6]} />
      )}
    </View>
  );
}
