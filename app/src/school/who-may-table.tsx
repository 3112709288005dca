/** Who may do what: the one table that the server goes by, as people read it. */
import { PERMISSIONS, ROLE_WORDS, STAFF_ROLES } from "@dawngate/contract/permissions";
import { View } from "react-native";
import { capital } from "../ui/capital";
import { useWide } from "../ui/layout";
import { Section } from "../ui/section";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

const STAFF_ONLY = Object.entries(PERMISSIONS).filter(
  ([, { roles }]) => !(roles as readonly string[]).includes("visitor"),
);
const CELL = { width: 88, alignItems: "center", justifyContent: "center" } as const;

export function WhoMayTable() {
  const { line, quiet } = usePalette();
  const wide = useWide();
  return (
    <Section
      title="Who may do what"
      says="The server goes by this table at every press; nobody is shown what they may not do."
    >
      {STAFF_ROLES.map((role) => (
        <Text key={role} kind="small">
          <Text kind="smallStrong">{capital(role)}: </Text>
          {ROLE_WORDS[role]}.
        </Text>
      ))}
      {wide ? (
        <View role="table" aria-label="Who may do what">
          <View role="row" style={{ flexDirection: "row" }}>
            <View role="columnheader" style={{ width: 300 }}>
              <Text kind="small" color={quiet}>
                To
              </Text>
            </View>
            {STAFF_ROLES.map((role) => (
              <View key={role} role="columnheader" style={CELL}>
                <Text kind="smallStrong">{capital(role)}</Text>
              </View>
            ))}
          </View>
          {STAFF_ONLY.map(([name, { words, roles }]) => (
            <View
              key={name}
              role="row"
              style={{
                flexDirection: "row",
                borderTopWidth: 1,
                borderTopColor: line,
                minHeight: 40,
              }}
            >
              <View
                role="rowheader"
                style={{ width: 300, justifyContent: "center", paddingVertical: 6 }}
              >
                <Text kind="small">{words}</Text>
              </View>
              {STAFF_ROLES.map((role) => {
                const may = (roles as readonly string[]).includes(role);
                return (
                  <View key={role} role="cell" aria-label={may ? "yes" : "no"} style={CELL}>
                    {may ? <SunMark mark="done" /> : <Text color={quiet}>–</Text>}
                  </View>
                );
              })}
            </View>
          ))}
        </View>
      ) : (
        STAFF_ONLY.map(([name, { words, roles }]) => (
          <View key={name} style={{ borderTopWidth: 1, borderTopColor: line, paddingVertical: 8 }}>
            <Text kind="small">{words}</Text>
            <Text kind="small" color={quiet}>
              {STAFF_ROLES.filter((role) => (roles as readonly string[]).includes(role))
                .map(capital)
                .join(", ")}
            </Text>
          </View>
        ))
      )}
    </Section>
  );
}
