/** What was handed in once, and what somebody said of it: the decision first, then words, marks, remarks in the text. */
import type { Submission } from "@dawngate/contract/assignments";
import type { ShownFile } from "@dawngate/contract/files";
import { fileTypeOf } from "@dawngate/core/lessons/file-types";
import { Image, View } from "react-native";
import { FileCard } from "../../lessons/file-card";
import { saidAt } from "../../ui/said-at";
import { ShareBar } from "../../ui/share-bar";
import { SunMark } from "../../ui/sun-mark";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { RemarkedText, RemarkList } from "./remarked-text";

const isPicture = ({ type }: ShownFile) => fileTypeOf(type).family === "picture";

/** The files: pictures are seen at once, the others opened. */
export function SubmittedFiles({ files }: Pick<Submission, "files">) {
  if (files.length === 0) return null;
  return (
    <View role="list" aria-label="Files" style={{ gap: 8, maxWidth: 680 }}>
      {files.map((file) => (
        <View role="listitem" key={file.id}>
          {isPicture(file) ? (
            <Image
              source={{ uri: file.url }}
              accessibilityLabel={file.name}
              resizeMode="contain"
              style={{
                width: "100%",
                maxHeight: 420,
                aspectRatio: (file.width ?? 4) / (file.height ?? 3),
                borderTopLeftRadius: 10,
                borderTopRightRadius: 10,
              }}
            />
          ) : null}
          <FileCard file={file} title={file.name} open download />
        </View>
      ))}
    </View>
  );
}

export function ReviewSeen({ review }: { review: NonNullable<Submission["review"]> }) {
  const { quiet } = usePalette();
  const { words, marks, earned, possible } = review;
  return (
    <View style={{ gap: 12, maxWidth: 680 }}>
      {words.trim() === "" ? null : <Text>{words}</Text>}
      {marks.length === 0 ? null : (
        <View role="list" aria-label="Marks" style={{ gap: 10 }}>
          {marks.map(({ title, says, points, of }) => (
            <View role="listitem" key={title} style={{ gap: 3 }}>
              <View style={{ flexDirection: "row", justifyContent: "space-between", gap: 12 }}>
                <Text kind="strong" style={{ flex: 1 }}>
                  {title}
                </Text>
                <Text kind="strong" style={{ fontVariant: ["tabular-nums"] }}>
                  {`${points} of ${of}`}
                </Text>
              </View>
              <ShareBar share={of === 0 ? 0 : points / of} height={6} />
              {says ? (
                <Text kind="small" color={quiet}>
                  {says}
                </Text>
              ) : null}
            </View>
          ))}
          {earned === null || possible === null ? null : (
            <Text kind="strong">{`${earned} of ${possible} points`}</Text>
          )}
        </View>
      )}
    </View>
  );
}

/** One of those handed in, with all that was said of it. */
export function SubmissionSeen({
  submission,
  zone,
  whose,
}: {
  submission: Submission;
  zone: string;
  whose: "you" | "they";
}) {
  const { quiet } = usePalette();
  const { number, at, late, text, files, review } = submission;
  const accepted = review?.decision === "accepted";
  const who = whose === "you" ? "You handed in" : "Handed in";
  return (
    <View role="group" aria-label={`Handed in, number ${number}`} style={{ gap: 14 }}>
      <View style={{ flexDirection: "row", alignItems: "center", gap: 12 }}>
        <SunMark mark={review === null ? "waiting" : accepted ? "done" : "open"} size={26} />
        <View style={{ flex: 1 }}>
          <Text kind="strong">
            {review === null
              ? "Waits to be looked at"
              : accepted
                ? `Accepted by ${review.by}`
                : `Given back by ${review.by}`}
          </Text>
          <Text kind="small" color={quiet}>
            {[
              `${number > 1 ? `${who} again` : who} ${saidAt(at, zone)}`,
              ...(late ? ["late"] : []),
              ...(review === null ? [] : [`looked at ${saidAt(review.at, zone)}`]),
            ].join(" · ")}
          </Text>
        </View>
      </View>
      {review === null ? null : <ReviewSeen review={review} />}
      {text === "" ? null : <RemarkedText text={text} remarks={review?.remarks ?? []} />}
      {review === null ? null : <RemarkList text={text} remarks={review.remarks} />}
      <SubmittedFiles files={files} />
    </View>
  );
}
