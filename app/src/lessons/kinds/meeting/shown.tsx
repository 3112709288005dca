/** A live meeting: when it is for its reader, where to join once it begins, and what was recorded. */
import type { PartOf } from "@dawngate/core/lessons";
import { View } from "react-native";
import { Text } from "../../../ui/text";
import { usePalette } from "../../../ui/theme";
import { Player } from "../../player/player";
import type { ShownProps } from "../kind";
import { sayMeeting, useTick } from "./say";

export default function MeetingShown({
  part,
  files,
  title,
  course,
  zone,
  watching,
}: ShownProps<PartOf<"live meeting">>) {
  const { surface, line, quiet, emberFill, onEmber, apricotPale } = usePalette();
  const now = useTick();
  const { day, hours, state, live } = sayMeeting(part, zone, now);
  const recording = part.recording === null ? undefined : files[part.recording];
  return (
    <View style={{ gap: 14 }}>
      <View
        style={{
          backgroundColor: live ? apricotPale : surface,
          borderWidth: 1,
          borderColor: line,
          borderRadius: 12,
          padding: 16,
          gap: 4,
        }}
      >
        <Text kind="heading">{day}</Text>
        <Text>{hours}</Text>
        <Text kind="small" color={quiet} role="status">
          {state}
        </Text>
        {part.link !== null ? (
          <a
            href={part.link}
            target="_blank"
            rel="noopener noreferrer"
            style={{
              alignSelf: "flex-start",
              marginTop: 8,
              background: emberFill,
              borderRadius: 10,
              padding: "12px 22px",
              textDecoration: "none",
            }}
          >
            <Text kind="strong" color={onEmber}>
              Join the meeting
            </Text>
          </a>
        ) : null}
      </View>
      {recording ? (
        <View style={{ borderRadius: 12, overflow: "hidden" }}>
          <Player
            kind="video"
            src={recording.url}
            title={`${title}, recorded`}
            course={course}
            watching={watching}
          />
        </View>
      ) : null}
    </View>
  );
}
