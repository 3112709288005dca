/** A notice on its way to a device. */
import { deviceId } from "@dawngate/contract/devices";
import { noticeId } from "@dawngate/contract/notices";
import { z } from "zod";
import { jobKind } from "../kind";

export const tellDevice = jobKind({
  name: "tell-device",
  payload: z.strictObject({ school: z.uuid(), device: deviceId, notice: noticeId.nullable() }),
  // Their waits are longer than it is of use: whoever gives an address that nobody answers at fails nothing staff see.
  tries: 60,
  atOnce: 8,
  about: ({ notice }) => `The notice ${notice ?? "that it is told here"}, to a device`,
  work: ({ tellDevice }, payload) => tellDevice(payload),
});
