/** Words for those who listen: part of the name of what they stand in, and not seen. */
import { Text } from "react-native";

export function Hidden({ children }: { children: string }) {
  return (
    <Text style={{ position: "absolute", width: 1, height: 1, overflow: "hidden", opacity: 0 }}>
      {children}
    </Text>
  );
}
