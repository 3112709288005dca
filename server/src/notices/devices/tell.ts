/** One notice on its way to one device: shown once there, and not after its time. */
import type { Instant } from "@dawngate/core/time";
import type { Outside } from "../../base/outside";
import type { Database, SchoolId } from "../../db/connection";
import { readSchool } from "../../school/store";
import { type Message, sendMessage } from "./message";
import { dropDevice, readDevice, readShown } from "./store";

interface Parts {
  db: Database;
  outside: Outside;
  baseUrl: string;
  now(): Instant;
}

export interface ToDevice {
  school: string;
  device: string;
  /** Null: that it is told here from now on. */
  notice: string | null;
}

/** That a device is told of from now on is of use for a quarter of an hour, in seconds. */
const FIRST_USEFUL = 900;

/** @returns what tells a device; it throws where its push service does not take it now, so that it is tried again */
export function deviceTeller(parts: Parts): (what: ToDevice) => Promise<void> {
  const { db, baseUrl, now } = parts;
  return async ({ school, device, notice }) => {
    const id = school as SchoolId;
    const found = await db.withSchool(id, async (tx) => {
      const row = await readDevice(tx, device);
      if (!row) return null;
      const { name, slug } = await readSchool(tx);
      if (notice === null) {
        const useful = FIRST_USEFUL - (now() - Date.parse(row.addedAt)) / 1000;
        return useful <= 0 ? null : { row, useful, message: first(name, slug, baseUrl) };
      }
      const shown = await readShown(tx, notice);
      // Gone, or the device is somebody else's by now.
      if (!shown || shown.person !== row.person) return null;
      const useful = (Date.parse(shown.notAfter) - now()) / 1000;
      if (useful <= 0) return null;
      const { subject, says, button } = shown.letter;
      const message: Message = {
        title: subject,
        body: [name, ...says].join("\n"),
        url: button?.url ?? `${baseUrl}/${slug}/shelf`,
        tag: `${slug} ${notice}`,
      };
      return { row, useful, message };
    });
    if (!found) return;
    const came = await sendMessage(parts, found.row, found.message, found.useful);
    if (came === "gone") await db.withSchool(id, (tx) => dropDevice(tx, device));
  };
}

const first = (school: string, slug: string, baseUrl: string): Message => ({
  title: school,
  body: "What the school tells you comes to this device too.",
  url: `${baseUrl}/${slug}/me`,
  tag: `${slug} first`,
});
