/** Fields that belong together: Enter in any of them does what the form's button does. */
import { createContext, type ReactNode } from "react";

export const Submits = createContext<(() => unknown) | null>(null);

export function Form({ onSubmit, children }: { onSubmit(): unknown; children: ReactNode }) {
  return <Submits.Provider value={onSubmit}>{children}</Submits.Provider>;
}
