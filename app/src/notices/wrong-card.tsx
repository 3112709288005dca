/** Who was told a date that does not hold any more, and the press that tells them the one that does. */
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useCorrectNoticesMutation, useGetNoticesWrongQuery } from "./api";

/** So many are named. */
const NAMED = 4;

export function WrongCard({ school, zone, may }: { school: string; zone: string; may: boolean }) {
  const { data } = useGetNoticesWrongQuery({ school }, { refetchOnMountOrArgChange: true });
  const [correct, { data: done, error, isLoading }] = useCorrectNoticesMutation();
  const { surface, line, quiet } = usePalette();
  if (!data || (data.count === 0 && !done)) return null;
  const when = (at: string | null) =>
    at === null ? "no date" : sayWrittenInstant(at, zoneOf(zone), false);
  return (
    <View
      role="region"
      aria-label="Dates that do not hold any more"
      style={{
        backgroundColor: surface,
        borderWidth: 1,
        borderColor: line,
        borderRadius: 14,
        padding: 16,
        gap: 8,
      }}
    >
      {error ? <Notice {...explain(error)} /> : null}
      {data.count === 0 ? (
        <Text role="status">
          {done?.sent === 1
            ? "One person was written to."
            : `${done?.sent ?? 0} people were written to.`}
        </Text>
      ) : (
        <>
          <Text kind="name" level={2}>
            {data.count === 1
              ? "One person was told a date that does not hold any more"
              : `${data.count} people were told dates that do not hold any more`}
          </Text>
          {data.first.slice(0, NAMED).map((one) => (
            <Text key={`${one.person.id} ${one.title} ${one.old}`} kind="small" color={quiet}>
              {`${one.person.name}: ${one.title}, told for ${when(one.old)}, now ${when(one.new)}`}
            </Text>
          ))}
          {may ? (
            <PrimaryAction
              label="Tell them the dates that hold"
              busy={isLoading}
              onPress={() => correct({ school })}
            />
          ) : null}
        </>
      )}
    </View>
  );
}
