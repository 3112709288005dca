/** A notice on its way to a device. */
import { z } from "zod";
import { jobKind } from "../kind";

const number = z.string().regex(/^\d{1,18}$/);

export const tellDevice = jobKind({
  name: "tell-device",
  payload: z.strictObject({ school: z.uuid(), device: number, notice: number.nullable() }),
  // With growing waits, while it is of use: a push service may be away for hours.
  tries: 10,
  atOnce: 8,
  about: ({ notice }) => `The notice ${notice ?? "that it is told here"}, to a device`,
  work: ({ tellDevice }, payload) => tellDevice(payload),
});
