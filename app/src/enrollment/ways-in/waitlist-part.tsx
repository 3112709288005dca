/** The waitlist of a cohort, in the order of turn; somebody can be put first, with a reason that stays on record. */
import { useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../../courses/api";
import { explain } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Notice } from "../../ui/notice";
import { saidAt } from "../../ui/said-at";
import { Row, Section } from "../../ui/section";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { useGetWaitlistInfiniteQuery, useMoveUpMutation, useTakeOffMutation } from "./api";

interface Props {
  place: InCourse;
  cohort: string;
  title: string;
  seats: number | null;
  total: number;
  zone: string;
}

export function WaitlistPart({ place, cohort, title, seats, total, zone }: Props) {
  const at = { ...place, cohort };
  const { data, error, refetch, hasNextPage, fetchNextPage } = useGetWaitlistInfiniteQuery(at, {
    refetchOnMountOrArgChange: true,
  });
  const [takeOff, taking] = useTakeOffMutation();
  const [first, setFirst] = useState<{ id: string; name: string } | null>(null);
  const waiting = data?.pages.flatMap((page) => page.waiting) ?? [];
  return (
    <Section
      title={title}
      says={`${total === 1 ? "1 waits" : `${total} wait`}${
        seats === null ? "" : ` for one of ${seats === 1 ? "1 seat" : `${seats} seats`}`
      }`}
    >
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {taking.error ? <Notice {...explain(taking.error)} /> : null}
      <View role="list">
        {waiting.map(({ id, name, email, at: since, offerUntil }, i) => (
          <View role="listitem" key={id}>
            <Row
              title={`${i + 1}. ${name}`}
              says={`${email}, since ${saidAt(since, zone)}${
                offerUntil === null ? "" : `; a place is held until ${saidAt(offerUntil, zone)}`
              }`}
            >
              {offerUntil === null && i > 0 ? (
                <QuietAction
                  label="First"
                  says={`First: ${name}`}
                  tight
                  onPress={() => setFirst({ id, name })}
                />
              ) : null}
              <QuietAction
                label="Take off"
                says={`Take off: ${name}`}
                tight
                onPress={() => takeOff({ ...at, waiting: id })}
              />
            </Row>
          </View>
        ))}
      </View>
      {hasNextPage ? <QuietAction label="More" onPress={() => fetchNextPage()} /> : null}
      {first ? <FirstSheet at={at} {...first} onClose={() => setFirst(null)} /> : null}
    </Section>
  );
}

function FirstSheet({
  at,
  id,
  name,
  onClose,
}: {
  at: InCourse & { cohort: string };
  id: string;
  name: string;
  onClose(): void;
}) {
  const [moveUp, { error, isLoading }] = useMoveUpMutation();
  const [reason, setReason] = useState("");
  return (
    <Sheet title={`Put ${name} first`} onClose={onClose}>
      {error ? <Notice {...explain(error)} /> : null}
      <Text>The next place that comes free is theirs. Why stays on record.</Text>
      <TextField label="The reason" value={reason} maxLength={500} onChangeText={setReason} />
      <PrimaryAction
        label="Put first"
        busy={isLoading}
        onPress={async () => {
          const answer = await moveUp({ ...at, waiting: id, body: { reason } });
          if ("data" in answer) onClose();
        }}
      />
    </Sheet>
  );
}
