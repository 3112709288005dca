/** The zone one lives in: what would move is shown before it is kept. */
import { useState } from "react";
import { View } from "react-native";
import { explain, pressKey } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Section } from "../ui/section";
import { ZoneField } from "../ui/zone-field";
import { useChangeZoneMutation, useGetOwnselfQuery, useLookAtZoneQuery } from "./api";
import { EffectView } from "./effect-view";

export function OwnZone({ school }: { school: string }) {
  const { data } = useGetOwnselfQuery({ school });
  const [wanted, setWanted] = useState<string | null>(null);
  if (!data) return null;
  return (
    <Section
      title="My time zone"
      says="Where a course counts your own days, its dates follow this zone. What is open stays open."
    >
      <ZoneField value={wanted ?? data.timeZone} onChange={setWanted} />
      {wanted !== null && wanted !== data.timeZone ? (
        <Ahead school={school} timeZone={wanted} onDone={() => setWanted(null)} />
      ) : null}
    </Section>
  );
}

interface Props {
  school: string;
  timeZone: string;
  onDone(): void;
}

function Ahead({ school, timeZone, onDone }: Props) {
  const { currentData, error, isFetching } = useLookAtZoneQuery({ school, timeZone });
  const [change, { error: refused, isLoading }] = useChangeZoneMutation();
  const keep = async () => {
    const answer = await change({ school, body: { timeZone, key: pressKey() } });
    if ("data" in answer) onDone();
  };
  return (
    <View style={{ gap: 12 }}>
      <EffectView several effect={currentData} error={error} busy={isFetching} />
      {refused ? <Notice {...explain(refused)} /> : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
        <PrimaryAction
          label="Live in this zone"
          onPress={keep}
          busy={isLoading}
          disabled={!currentData}
        />
        <QuietAction label="Leave it as it was" onPress={onDone} />
      </View>
    </View>
  );
}
