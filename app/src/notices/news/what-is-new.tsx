/** What one was told of late and has not read, on the shelf; all of it stands under Me. */
import { View } from "react-native";
import { Text } from "../../ui/text";
import { TextLink } from "../../ui/text-link";
import { NewsList } from "./news-list";

export function WhatIsNew({ school }: { school: string }) {
  return (
    <View role="group" aria-label="What is new" style={{ gap: 2 }}>
      <Text kind="name" level={2}>
        What is new
      </Text>
      <NewsList school={school} unread empty="You have read all of it.">
        <TextLink href={`/${school}/me`}>All letters to you</TextLink>
      </NewsList>
    </View>
  );
}
