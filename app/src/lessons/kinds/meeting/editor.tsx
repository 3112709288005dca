/** A live meeting, as its author sets it: day and hour in the school's zone, how long, where, and its recording. */
import type { ShownFile } from "@dawngate/contract/files";
import type { PartOf } from "@dawngate/core/lessons";
import {
  formatInstant,
  type Instant,
  instantAt,
  localDateAt,
  parseTimeOfDay,
  zoneOf,
} from "@dawngate/core/time";
import { View } from "react-native";
import { FilePlace } from "../../../files/file-place";
import { QuietAction } from "../../../ui/action";
import { InstantFields } from "../../../ui/instant-fields";
import { NumberField } from "../../../ui/number-field";
import { Text } from "../../../ui/text";
import { usePalette } from "../../../ui/theme";
import { KeptLine } from "../kept-line";
import type { EditorProps } from "../kind";
import { LinkField } from "../link-field";
import { lengthOf } from "../measure";

type Meeting = PartOf<"live meeting">;

export default function MeetingEditor({
  school,
  part,
  files,
  zone: name,
  onPart,
  onMinutes,
}: EditorProps<Meeting>) {
  const { quiet } = usePalette();
  const zone = zoneOf(name);
  if (!part) {
    const set = () => {
      const date = (localDateAt(zone, Date.now() as Instant) + 7) as ReturnType<typeof localDateAt>;
      const evening = parseTimeOfDay("18:00");
      if (!evening.ok) return;
      onPart({
        kind: "live meeting",
        at: formatInstant(instantAt(zone, date, evening.value)),
        minutes: 60,
        link: null,
        recording: null,
        seconds: null,
      });
      onMinutes(60);
    };
    return <QuietAction label="Set its day and hour" onPress={set} />;
  }
  const at = Date.parse(part.at) as Instant;
  const take = async (file: ShownFile) => {
    const seconds = file.seconds ?? (await lengthOf(file.url));
    onPart({ ...part, recording: file.id, seconds }, [file]);
  };
  return (
    <View style={{ gap: 14 }}>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
        <InstantFields
          labels={["Day", "Hour"]}
          zone={zone}
          at={at}
          onChange={(next) => onPart({ ...part, at: next })}
        />
        <NumberField
          label="Minutes"
          value={part.minutes}
          least={5}
          most={1440}
          onChange={(minutes) => {
            onPart({ ...part, minutes });
            onMinutes(minutes);
          }}
        />
      </View>
      <Text kind="small" color={quiet}>
        {`In ${name.replaceAll("_", " ")}; everybody reads it in their own zone.`}
      </Text>
      <LinkField
        label="Where one joins (shown from 15 minutes before)"
        value={part.link ?? ""}
        onChange={(link) => onPart({ ...part, link })}
      />
      {part.recording === null ? (
        <FilePlace
          school={school}
          label="Put in the recording"
          says="once there is one"
          of={["video"]}
          onFile={take}
        />
      ) : (
        <KeptLine
          file={files[part.recording]}
          what="recording"
          onRemove={() => onPart({ ...part, recording: null, seconds: null })}
        />
      )}
    </View>
  );
}
