/** Whose links a browser has followed, as it keeps them itself. */
import type { Instant } from "@dawngate/core/time";

export interface Touch {
  partner: string;
  at: Instant;
}

export interface Touches {
  /** What the browser keeps from now on. */
  write(school: string, touches: readonly Touch[]): string;
  /** What a browser has kept, the earliest first; nothing where it is not ours. */
  read(school: string, kept: string | undefined): Touch[];
}
