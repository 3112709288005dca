/**
 * Draws over everything. Not by Paper's Portal: that draws in its host's place in the tree, where what stands around a
 * sheet (the course one is in, by the router) is not known; the browser's own portal keeps it.
 */
import type { ReactNode } from "react";
import { createPortal } from "react-dom";

export function Over({ children }: { children: ReactNode }) {
  return createPortal(
    <div style={{ position: "fixed", inset: 0, zIndex: 10, display: "flex" }}>{children}</div>,
    document.body,
  );
}
