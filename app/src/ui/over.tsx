/** Draws over everything: into Paper's host for such things. */
import type { ReactNode } from "react";
import { Portal } from "react-native-paper";

export function Over({ children }: { children: ReactNode }) {
  return <Portal>{children}</Portal>;
}
