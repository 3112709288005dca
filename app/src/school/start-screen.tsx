/** Where somebody begins: their school as staff, their shelf, a school to be made, or signing in. */
import { Redirect } from "expo-router";
import { View } from "react-native";
import { Coming } from "../store/coming";
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
      <Coming error={error} onRetry={refetch} />
    </View>
  );
}
