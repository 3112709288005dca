/** The mail tray: the simulated mailbox of everybody, where mail goes nowhere else. */
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { Link } from "expo-router";
import { Fragment } from "react";
import { View } from "react-native";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { ownZone } from "../ui/zone";
import { useGetMailInfiniteQuery } from "./api";

export function MailScreen() {
  const tray = useGetMailInfiniteQuery(undefined, {
    pollingInterval: 3000,
    refetchOnMountOrArgChange: true,
  });
  const { error, refetch } = tray;
  const mails = tray.data?.pages.flatMap((page) => page.mails);
  const { quiet, line } = usePalette();
  const zone = zoneOf(ownZone());
  return (
    <View role="main" style={{ flex: 1 }}>
      <Page title="Mail tray" above={{ text: "A simulated mailbox: nothing leaves this machine" }}>
        {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
        {!mails && !error ? <Skeleton widths={[0.6, 0.9, 0.5]} /> : null}
        {mails?.length === 0 ? (
          <Text color={quiet}>Nothing was sent yet. Sign up, or invite somebody.</Text>
        ) : null}
        {mails?.map((mail) => (
          <View
            key={mail.id}
            style={{ borderTopWidth: 1, borderTopColor: line, paddingTop: 14, gap: 6 }}
          >
            <Text kind="name" level={2}>
              {mail.subject}
            </Text>
            <Text kind="small" color={quiet}>
              to {mail.to}, {sayWrittenInstant(mail.sentAt, zone)}
            </Text>
            <Text>
              <Linked text={mail.text} />
            </Text>
          </View>
        ))}
        {tray.hasNextPage ? (
          <QuietAction
            label="Earlier mail"
            onPress={() => tray.fetchNextPage()}
            busy={tray.isFetchingNextPage}
          />
        ) : null}
        <TextLink href="/">To Dawn Gate</TextLink>
      </Page>
    </View>
  );
}

/** Text with its own server's links pressable. */
function Linked({ text }: { text: string }) {
  const { dusk } = usePalette();
  return text.split(/(https?:\/\/\S+)/).map((part, i) => {
    const key = `${i}-${part}`;
    if (!/^https?:/.test(part)) return <Fragment key={key}>{part}</Fragment>;
    const url = new URL(part);
    const within = `${url.pathname}${url.search}`;
    // A link of the sign-in package is answered by the server, not by a screen.
    return within.startsWith("/api/") ? (
      <a key={key} href={within} style={{ color: dusk, overflowWrap: "anywhere" }}>
        {part}
      </a>
    ) : (
      <Link key={key} href={within} style={{ color: dusk, textDecorationLine: "underline" }}>
        {part}
      </Link>
    );
  });
}
