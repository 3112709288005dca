/** What one person was told, and will be: on their page, for whoever asks why somebody heard nothing. */
import type { ToldTo as Told } from "@dawngate/contract/notices";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { type Zone, zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import { Coming } from "../store/coming";
import { useWide } from "../ui/layout";
import { ListRow } from "../ui/list-row";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetToldToQuery } from "./api";
import { NOTICE_STATES, nameOf } from "./say-kind";

/** So many of each are drawn. */
const DRAWN = 6;

export function ToldTo({ school, person, zone }: { school: string; person: string; zone: string }) {
  const { data, error, refetch } = useGetToldToQuery(
    { school, person },
    { refetchOnMountOrArgChange: true },
  );
  const { quiet } = usePalette();
  const wide = useWide();
  return (
    <View style={{ gap: 12 }}>
      <Text kind="heading" level={2}>
        Notices
      </Text>
      {data ? (
        <>
          {data.devices > 0 ? (
            <Text kind="small" color={quiet}>
              {data.devices === 1
                ? "Told on a device of theirs too."
                : `Told on ${data.devices} devices of theirs too.`}
            </Text>
          ) : null}
          {data.off.map((one) => (
            <Text key={`${one.kind} ${one.course} ${one.way}`} kind="small" color={quiet}>
              {sayOff(one)}
            </Text>
          ))}
          <View style={{ flexDirection: wide ? "row" : "column", gap: 26 }}>
            <List
              title="Next"
              none="Nothing, as far as is known today."
              rows={data.ahead.slice(0, DRAWN).map((one) => ({
                key: `${one.at} ${one.kind} ${one.course}`,
                what: nameOf(one.kind),
                says: sayAhead(one, zoneOf(zone)),
              }))}
            />
            <List
              title="Last"
              none="Nothing yet."
              rows={data.sent.slice(0, DRAWN).map((one) => ({
                key: one.id,
                what: one.subject,
                says: `${sayWrittenInstant(one.at, zoneOf(zone))} · ${NOTICE_STATES[one.state]}`,
              }))}
            />
          </View>
        </>
      ) : (
        <Coming error={error} onRetry={refetch} />
      )}
    </View>
  );
}

/** What they do not want, as a sentence. */
export const sayOff = ({ kind, course, way }: Told["off"][number]) =>
  [
    `Does not want “${nameOf(kind)}”`,
    ...(course === null ? [] : [`of ${course}`]),
    way === "mail" ? "by mail." : "on devices.",
  ].join(" ");

/** When, and of what. */
export function sayAhead({ at, course, things }: Told["ahead"][number], zone: Zone): string {
  return [
    sayWrittenInstant(at, zone),
    ...(course === null ? [] : [course]),
    ...(things > 1 ? [`${things} things`] : []),
  ].join(" · ");
}

function List({
  title,
  none,
  rows,
}: {
  title: string;
  none: string;
  rows: { key: string; what: string; says: string }[];
}) {
  const { quiet } = usePalette();
  const wide = useWide();
  return (
    <View style={wide ? { flex: 1 } : undefined}>
      <Text kind="name" level={3}>
        {title}
      </Text>
      {rows.length === 0 ? (
        <Text color={quiet}>{none}</Text>
      ) : (
        <View role="list" aria-label={`Notices: ${title}`}>
          {rows.map(({ key, what, says }) => (
            <ListRow key={key} padding={6}>
              <View style={{ flex: 1 }}>
                <Text>{what}</Text>
                <Text kind="small" color={quiet}>
                  {says}
                </Text>
              </View>
            </ListRow>
          ))}
        </View>
      )}
    </View>
  );
}
