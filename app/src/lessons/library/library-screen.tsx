/** The school's materials, by title: brought, described, replaced in one place for all lessons that have them. */
import { useLocalSearchParams } from "expo-router";
import { View } from "react-native";
import { SchoolSides } from "../../frame/sides";
import { useGetSchoolQuery } from "../../school/api";
import { Page } from "../../ui/page";
import { LIBRARY } from "../places";
import { LibraryList } from "./library-list";

export function LibraryScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: about } = useGetSchoolQuery({ school });
  return (
    <Page title="Library" {...(about && { above: { text: about.name } })}>
      <SchoolSides school={school} here={LIBRARY} />
      <View style={{ maxWidth: 720 }}>
        <LibraryList school={school} />
      </View>
    </Page>
  );
}
