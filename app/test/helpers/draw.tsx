/** Draws something within the theme. */
import { render } from "@testing-library/react";
import type { ReactNode } from "react";
import { ThemeProvider } from "../../src/ui/theme";

export function draw(children: ReactNode) {
  return render(<ThemeProvider>{children}</ThemeProvider>);
}
