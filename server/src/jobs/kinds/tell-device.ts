/** A notice on its way to a device. */
import { z } from "zod";
import { jobKind } from "../kind";

const number = z.string().regex(/^\d{1,18}$/);

export const tellDevice = jobKind({
  name: "tell-device",
  payload: z.strictObject({ school: z.uuid(), device: number, notice: number.nullable() }),
  // Their waits are longer than it is of use: whoever gives an address that nobody answers at fails nothing staff see.
  tries: 60,
  atOnce: 8,
  about: ({ notice }) => `The notice ${notice ?? "that it is told here"}, to a device`,
  work: ({ tellDevice }, payload) => tellDevice(payload),
});
