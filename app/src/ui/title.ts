/** The page's title in the browser's tab. */
import { useEffect } from "react";
import { Platform } from "react-native";

export function useTitle(title: string): void {
  useEffect(() => {
    if (Platform.OS === "web") document.title = `${title} · Dawn Gate`;
  }, [title]);
}
