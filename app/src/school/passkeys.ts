/** Passkeys: where the browser has none, there are none. */
import type { Passkeys } from "./passkeys.web";

export const passkeys: Passkeys = {
  available: () => false,
  make: () => Promise.reject(new Error("This device has no passkeys.")),
  use: () => Promise.reject(new Error("This device has no passkeys.")),
};
