/** Oneself: who is signed in, the schools one belongs to, signing out. */

import { useLocalSearchParams } from "expo-router";
import { lazy, Suspense } from "react";
import { View } from "react-native";
import { OwnNews } from "../enrollment/lazy-beside";
import { OwnZone } from "../enrollment/own-zone";
import { Elsewhere } from "../frame/elsewhere";
import { OwnAnswers } from "../people/fields/own-answers";
import { OwnOrders } from "../sales/own-orders";
import { addressOf } from "../store/ask";
import { QuietAction } from "../ui/action";
import { FileLink } from "../ui/file-link";
import { Page } from "../ui/page";
import { Section } from "../ui/section";
import { TextLink } from "../ui/text-link";
import { useGetMeQuery, useSignOutMutation } from "./api";
import { arrive } from "./arrive";
import { OwnName } from "./own-name";
import { SecuritySections } from "./security";

/** Fetched by itself: it is wanted here, and behind the link of a mail. */
const OwnWishes = lazy(async () => ({
  default: (await import("../notices/own-wishes")).OwnWishes,
}));

export function MeScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data } = useGetMeQuery();
  const [signOut, { isLoading }] = useSignOutMutation();
  return (
    <Page title="Me">
      {data?.account ? (
        <>
          <OwnName {...data.account} />
          <View>
            {data.schools.map(({ slug, name, role }) => (
              <TextLink
                key={`${slug}-${role}`}
                href={`/${slug}/${role === "enrollee" ? "shelf" : "courses"}`}
              >
                {`${name}, as ${role}${slug === school ? " (here)" : ""}`}
              </TextLink>
            ))}
            <TextLink href="/new-school">Make another school</TextLink>
            {data.mailTray ? <TextLink href="/mail">The mail tray</TextLink> : null}
          </View>
          <Elsewhere school={school} />
          <OwnNews school={school} />
          <OwnOrders school={school} />
          <OwnZone school={school} />
          <OwnAnswers school={school} />
          <Suspense fallback={null}>
            <OwnWishes school={school} />
          </Suspense>
          <SecuritySections />
          <Section
            title="What is on record about you"
            says="Everything, as one file: your account, and what you are and did in every school. To have it forgotten, ask the school: its owners do it with one press, and are told what must be kept, and why."
          >
            <FileLink href={addressOf("getOwnData")}>Download my data</FileLink>
          </Section>
          <QuietAction
            label="Sign out"
            busy={isLoading}
            onPress={async () => {
              // Whoever uses this device next is told nothing that is not theirs.
              const { listenNoMore } = await import("../notices/devices/this-device");
              await listenNoMore().catch(() => undefined);
              await signOut();
              arrive("/sign-in");
            }}
          />
        </>
      ) : (
        <TextLink href={`/sign-in?to=/${school}/me`}>Sign in</TextLink>
      )}
    </Page>
  );
}
