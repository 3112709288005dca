/** What a survey has come to: how many chose what, as bars; what was said in own words; all of it as a table. */
import type { SurveyResults } from "@dawngate/contract/surveys";
import { View } from "react-native";
import { addressOf } from "../../store/ask";
import { Coming } from "../../store/coming";
import { Empty } from "../../ui/empty";
import { FileLink } from "../../ui/file-link";
import { ShareBar } from "../../ui/share-bar";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useGetSurveyQuery } from "../api";
import { sayPercent } from "../say-rules";

interface Props {
  place: { school: string; course: string; lesson: string };
}

export function SurveyPart({ place }: Props) {
  const { quiet } = usePalette();
  const { data, error, refetch } = useGetSurveyQuery(place, { refetchOnMountOrArgChange: true });
  if (!data) return <Coming error={error} onRetry={refetch} />;
  if (data.hidden !== null || data.people === 0)
    return (
      <Empty
        title={
          data.hidden === "cohorts"
            ? "This is answered without names"
            : data.people === 0
              ? "Nobody has answered yet"
              : `${data.people} of 5 have answered`
        }
        says={
          data.hidden === "cohorts"
            ? "It does not tell cohorts apart, so whoever sees only some of them sees nothing of it."
            : data.anonymous
              ? "It is answered without names: what was said is shown once five have answered."
              : "Answers stand here as soon as they are handed in."
        }
      />
    );
  return (
    <View style={{ gap: 20 }}>
      <View style={{ gap: 6 }}>
        <Text kind="strong">{`${data.people} ${data.people === 1 ? "person has" : "people have"} answered, ${data.anonymous ? "without names" : "by name"}`}</Text>
        <FileLink href={addressOf("getSurveyFile", place)}>Take the answers along (CSV)</FileLink>
      </View>
      {data.questions.map((question, i) => (
        <Answers key={question.id} question={question} number={i + 1} quiet={quiet} />
      ))}
    </View>
  );
}

function Answers({
  question,
  number,
  quiet,
}: {
  question: SurveyResults["questions"][number];
  number: number;
  quiet: string;
}) {
  const { surface, line } = usePalette();
  const { text, kind, labels, counts, answered, mean, texts } = question;
  return (
    <View role="group" aria-label={text} style={{ gap: 8 }}>
      <Text kind="strong">{`${number}. ${text}`}</Text>
      <Text kind="small" color={quiet}>
        {`${answered} answered${mean === null ? "" : `; ${mean} on average`}`}
      </Text>
      {kind === "text" ? (
        <View role="list" aria-label="In own words" style={{ gap: 8 }}>
          {texts.map((said, i) => (
            <View
              role="listitem"
              // biome-ignore lint/suspicious/noArrayIndexKey: two may have said the same
              key={i}
              style={{
                backgroundColor: surface,
                borderColor: line,
                borderWidth: 1,
                borderRadius: 8,
                padding: 12,
              }}
            >
              <Text>{said}</Text>
            </View>
          ))}
        </View>
      ) : (
        <View role="list" aria-label="How many chose what" style={{ gap: 6 }}>
          {labels.map((label, i) => {
            const share = answered === 0 ? 0 : (counts[i] ?? 0) / answered;
            return (
              <View
                role="listitem"
                key={label}
                style={{ flexDirection: "row", alignItems: "center", gap: 12 }}
              >
                <Text kind="small" style={{ width: 150 }} numberOfLines={2}>
                  {label}
                </Text>
                <View style={{ flex: 1 }}>
                  <ShareBar share={share} height={14} />
                </View>
                <Text
                  kind="small"
                  style={{ width: 96, textAlign: "right", fontVariant: ["tabular-nums"] }}
                >
                  {`${counts[i] ?? 0} · ${sayPercent(Math.round(share * 100) / 100)}`}
                </Text>
              </View>
            );
          })}
        </View>
      )}
    </View>
  );
}
