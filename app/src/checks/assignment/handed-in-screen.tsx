/** What people of all courses handed in, for whoever looks at it. */
import { useLocalSearchParams } from "expo-router";
import { View } from "react-native";
import { SchoolSides } from "../../frame/sides";
import { useGetSchoolQuery } from "../../school/api";
import { Page } from "../../ui/page";
import { HANDED_IN } from "../places";
import { ReviewMail } from "./review-mail";
import { SubmissionsList } from "./submissions-list";

export function HandedInScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: about } = useGetSchoolQuery({ school });
  return (
    <Page title="Handed in" {...(about && { above: { text: about.name } })}>
      <SchoolSides school={school} here={HANDED_IN} />
      <View style={{ maxWidth: 760 }}>
        <SubmissionsList school={school} />
        <ReviewMail school={school} />
      </View>
    </Page>
  );
}
