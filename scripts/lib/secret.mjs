// A password that this checkout keeps for its own database roles.
import { randomBytes } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname } from "node:path";

/** The secret in a file, made on first use and readable by nobody else. */
export function secretIn(file) {
  if (!existsSync(file)) {
    mkdirSync(dirname(file), { recursive: true });
    writeFileSync(file, randomBytes(24).toString("hex"), { mode: 0o600 });
  }
  return readFileSync(file, "utf8");
}
