/** A page in light and in dark. */
import type { Page } from "@playwright/test";
import { accessibilityFaults, expect, settled } from "../helpers";

const SCHEMES = ["light", "dark"] as const;

/** Nothing that axe knows, in both color schemes; in the second what depends on its colors. */
export async function bothSchemes(page: Page): Promise<void> {
  for (const colorScheme of SCHEMES) {
    await page.emulateMedia({ colorScheme });
    await settled(page);
    expect(await accessibilityFaults(page, colorScheme === "dark" ? "colors" : "all")).toEqual([]);
  }
}
