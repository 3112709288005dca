/** Where somebody who gives no address begins: the server says which school to show. */
import { Redirect } from "expo-router";
import { View } from "react-native";
import { explain } from "../store/api";
import { Notice } from "../ui/notice";
import { Skeleton } from "../ui/skeleton";
import { useGetStartQuery } from "./api";

export function StartScreen() {
  const { data, error, refetch } = useGetStartQuery();
  if (data?.school) return <Redirect href={`/${data.school}/courses`} />;
  return (
    <View role="main" style={{ padding: 24 }}>
      {error ? (
        <Notice {...explain(error)} onRetry={refetch} />
      ) : data ? (
        <Notice
          title="No school yet"
          detail="This server holds no school. Start it with npm start, which loads the demo school."
        />
      ) : (
        <Skeleton widths={[0.4, 0.8, 0.6]} />
      )}
    </View>
  );
}
