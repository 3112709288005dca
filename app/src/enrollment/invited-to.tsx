/** What one is in already, before one has an account: the course, the cohort, and what opens first. */
import { View } from "react-native";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetInvitedToQuery } from "./api";

export function InvitedTo({ token }: { token: string }) {
  const { quiet, surface } = usePalette();
  const { data } = useGetInvitedToQuery({ token });
  return (
    <>
      {data?.courses.map(({ title, says, dates, small }) => (
        <View
          key={title}
          role="region"
          aria-label={title}
          style={{ backgroundColor: surface, borderRadius: 12, padding: 16, gap: 8 }}
        >
          {says.map((line) => (
            <Text key={line} kind="strong">
              {line}
            </Text>
          ))}
          {dates.map(({ when, what }) => (
            <View
              key={`${when} ${what}`}
              style={{ flexDirection: "row", alignItems: "center", gap: 10 }}
            >
              <SunMark mark={when === "now" ? "open" : "scheduled"} size={22} />
              <Text style={{ flex: 1 }}>{what}</Text>
              <Text kind="small" color={quiet}>
                {when}
              </Text>
            </View>
          ))}
          {small.length > 0 ? (
            <Text kind="small" color={quiet}>
              {small.join(" ")}
            </Text>
          ) : null}
        </View>
      ))}
    </>
  );
}
