/** Where one is told beside mail: on this device, by a press, and on others that were pressed. */
import type { Device } from "@dawngate/contract/devices";
import { sayDate } from "@dawngate/core/schedule/words";
import { type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { useEffect, useState } from "react";
import { View } from "react-native";
import { explain } from "../../store/api";
import { QuietAction } from "../../ui/action";
import { Notice } from "../../ui/notice";
import { Switched } from "../../ui/switched";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { ownZone } from "../../ui/zone";
import { useAddOwnDeviceMutation, useDropOwnDeviceMutation, useGetOwnDevicesQuery } from "./api";
import { canBeTold, endpointHere, listenHere, listenNoMore, type Unable } from "./this-device";

const WHY: Record<Unable, string> = {
  unsupported:
    "This browser shows nothing of pages that are closed. On an iPhone or iPad, put this page on the home screen, and open it from there.",
  denied:
    "This browser was told to show nothing of this page. Allow it in the browser's settings for this page, and press again.",
  unreached: "This browser's push service cannot be reached now. Try it again in a while.",
};

/** The address of this browser; undefined: it is not known yet. */
function useHere(): [string | null | undefined, (to: string | null) => void] {
  const [here, setHere] = useState<string | null>();
  useEffect(() => {
    endpointHere().then(setHere, () => setHere(null));
  }, []);
  return [here, setHere];
}

export function OwnDevices({ school }: { school: string }) {
  const { data } = useGetOwnDevicesQuery({ school });
  const [add, adding] = useAddOwnDeviceMutation();
  const [drop, dropping] = useDropOwnDeviceMutation();
  const [here, setHere] = useHere();
  const [unable, setUnable] = useState<Unable | null>(canBeTold() ? null : "unsupported");
  if (!data || here === undefined) return null;
  const mine = data.devices.find(({ endpoint }) => endpoint === here);
  const turnOn = async () => {
    setUnable(null);
    const asked = await listenHere(data.key);
    if (typeof asked === "string") return setUnable(asked);
    setHere(asked.endpoint);
    await add({ school, body: asked });
  };
  const turnOff = async (device: Device) => {
    if (device === mine)
      await listenNoMore().then(
        () => setHere(null),
        () => undefined,
      );
    await drop({ school, device: device.id });
  };
  const error = adding.error ?? dropping.error;
  return (
    <View style={{ gap: 6 }}>
      {error ? <Notice {...explain(error)} /> : null}
      <Switched
        label="On this device too"
        says="Shown at once, also while this page is closed."
        on={mine !== undefined}
        onChange={() => (mine ? turnOff(mine) : turnOn())}
      />
      {unable ? (
        <View role="status">
          <Text kind="small">{WHY[unable]}</Text>
        </View>
      ) : null}
      {data.devices
        .filter((device) => device !== mine)
        .map((device) => (
          <Other key={device.id} device={device} onDrop={() => turnOff(device)} />
        ))}
    </View>
  );
}

function Other({ device, onDrop }: { device: Device; onDrop(): void }) {
  const { quiet } = usePalette();
  return (
    <View style={{ flexDirection: "row", alignItems: "center", gap: 14, minHeight: 48 }}>
      <View style={{ flex: 1 }}>
        <Text>{device.name}</Text>
        <Text kind="small" color={quiet}>
          {`Since ${sayDate(localDateAt(zoneOf(ownZone()), Date.parse(device.addedAt) as Instant))}`}
        </Text>
      </View>
      <QuietAction label="Take away" says={`Take away ${device.name}`} onPress={onDrop} />
    </View>
  );
}
