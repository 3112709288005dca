/** The kit: every part there is, in light and in dark, with what uses it. For the staff of the demo. */
import { View } from "react-native";
import { useGetMeQuery } from "../school/api";
import { MissingScreen } from "../ui/missing-screen";
import { Page } from "../ui/page";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { Themed, usePalette } from "../ui/theme";
import { SPECIMENS, type Specimen } from "./specimens";
import { USED_BY } from "./used-by";

export function KitScreen() {
  const { data } = useGetMeQuery();
  if (!data) return <Skeleton widths={[0.4, 0.6]} />;
  const isStaff = data.schools.some(({ role }) => role !== "enrollee");
  if (!isStaff || !data.mailTray) return <MissingScreen />;
  return (
    <View role="main" style={{ flex: 1 }}>
      <Page
        title="The kit"
        full
        above={{ text: "Every part, in light and dark, and what uses it" }}
      >
        {SPECIMENS.map((specimen) => (
          <Shown key={specimen.file} {...specimen} />
        ))}
      </Page>
    </View>
  );
}

function Shown({ file, name, draw }: Specimen) {
  const { quiet, line } = usePalette();
  const users = USED_BY[file] ?? [];
  return (
    <View style={{ gap: 8, paddingTop: 14, borderTopWidth: 1, borderTopColor: line }}>
      <Text kind="heading" level={2}>
        {name}
      </Text>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
        {[false, true].map((dark) => (
          <View key={String(dark)} style={{ flexGrow: 1, flexBasis: 320, maxWidth: 620 }}>
            <Themed dark={dark}>{draw()}</Themed>
          </View>
        ))}
      </View>
      <Text kind="small" color={quiet}>
        ui/{file}:{" "}
        {users.length === 0
          ? "used by other parts alone"
          : `used by ${users.slice(0, 12).join(", ")}`}
        {users.length > 12 ? ` and ${users.length - 12} more` : ""}
      </Text>
    </View>
  );
}
