/** Elsewhere than in a browser what a lesson shows is not made. */
import type { ComponentType } from "react";
import type { EditorProps } from "./kind";

export const EDITORS: Readonly<Record<string, ComponentType<EditorProps>>> = {};
