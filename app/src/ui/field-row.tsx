/** A field, and what is done with what stands in it: on one line where there is room. */
import type { ReactNode } from "react";
import { View } from "react-native";

/** `children`: the field, which says how wide it is; `action` stands at its foot. */
export const FieldRow = ({ children, action }: { children: ReactNode; action: ReactNode }) => (
  <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10, alignItems: "flex-end" }}>
    {children}
    {/* In a box of its own: how an action places itself would outdo the row. */}
    <View>{action}</View>
  </View>
);
