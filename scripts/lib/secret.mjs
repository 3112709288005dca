// Secrets that this checkout keeps for itself: one a purpose, so that whoever learns of one has not all.
import { randomBytes } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";

/** The secrets in a folder, made on first use and readable by nobody else. */
export function secretsIn(folder) {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const one = (name) => {
    const file = join(folder, name);
    if (!existsSync(file))
      writeFileSync(file, randomBytes(24).toString("hex"), { mode: 0o600, flag: "wx" });
    return readFileSync(file, "utf8");
  };
  return { sessions: one("sessions"), owner: one("owner"), app: one("app"), till: one("till") };
}
