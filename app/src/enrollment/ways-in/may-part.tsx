/** Could this person come in, on that day? Every check with its answer, and what to do about it. */
import type { MayEnter } from "@dawngate/contract/ways-in";
import { useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../../courses/api";
import { explain } from "../../store/api";
import { Icon } from "../../ui/icon";
import { DateField } from "../../ui/moment-fields";
import { Notice } from "../../ui/notice";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { useMayEnterQuery } from "./api";

const CHECK_WORDS: Record<MayEnter["checks"][number]["check"], [holds: string, not: string]> = {
  published: ["The course is published", "The course is not there to be taken"],
  blocked: ["Nobody keeps them out", "They are kept out"],
  audience: ["Their address fits", "Their address does not fit"],
  prerequisites: ["They have completed what comes first", "Something has to be completed first"],
  window: ["Enrolling is open", "Enrolling is not open"],
  entry: ["They come in by themselves", "They do not come in by themselves"],
  seats: ["There is a seat", "There is no seat"],
};

export function MayPart({
  place,
  cohort,
  today,
}: {
  place: InCourse;
  cohort: string | null;
  today: string;
}) {
  const [email, setEmail] = useState("");
  const [on, setOn] = useState(today);
  const whole = email.trim() === "" || /^\S+@\S+\.\S+$/.test(email.trim());
  const { data, error } = useMayEnterQuery(
    { ...place, cohort, email: email.trim(), on: on === today ? null : on },
    { skip: !whole },
  );
  const { leaf, ember, quiet } = usePalette();
  const faults = data?.checks.filter(({ holds }) => !holds) ?? [];
  return (
    <View style={{ gap: 12 }}>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
        <TextField
          label="Their mail address, or anybody"
          value={email}
          autoCapitalize="none"
          inputMode="email"
          onChangeText={setEmail}
          style={{ flexGrow: 1, minWidth: 220 }}
        />
        <DateField label="On this day" value={on} onChange={setOn} />
      </View>
      {error ? <Notice {...explain(error)} /> : null}
      {data ? (
        <View role="status" style={{ gap: 8 }}>
          <Text kind="strong">
            {data.isIn
              ? `${data.known ?? "They"} is in already.`
              : `${data.known ?? (email.trim() === "" ? "Anybody" : "Somebody new")}: ${
                  faults.length === 0
                    ? "yes, they come in."
                    : faults.length === 1
                      ? "no, for one reason."
                      : `no, for ${faults.length} reasons.`
                }`}
          </Text>
          {data.isIn
            ? null
            : data.checks.map(({ check, holds, says }) => (
                <View key={check} style={{ flexDirection: "row", gap: 8 }}>
                  <Icon name={holds ? "check" : "close"} size={20} color={holds ? leaf : ember} />
                  <View style={{ flex: 1 }}>
                    <Text kind="small">{CHECK_WORDS[check][holds ? 0 : 1]}</Text>
                    {says.map((one) => (
                      <Text key={one} kind="small" color={quiet}>
                        {one}
                      </Text>
                    ))}
                  </View>
                </View>
              ))}
        </View>
      ) : null}
    </View>
  );
}
