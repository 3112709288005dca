/** Devices on which somebody is told beside mail: each a browser that was asked on a press. */
import { z } from "zod";
import { oneLine } from "./text";

export const deviceId = z.string().regex(/^\d{1,18}$/, "The number of a device");

const base64url = (bytes: number) =>
  z
    .string()
    .max(200)
    .regex(/^[\w-]+$/, "Base64url")
    .refine((text) => Math.floor((text.length * 3) / 4) === bytes, `It has ${bytes} bytes`);

/** As the browser's push service has given it (RFC 8030, 8291). */
export const newDevice = z
  .strictObject({
    name: oneLine("A device's name", 60).describe(
      "What it is called in the list: the browser, and on what.",
    ),
    endpoint: z.url({ protocol: /^https?$/ }).max(2000),
    key: base64url(65).describe("Its public key, with which what is told is encrypted for it."),
    secret: base64url(16),
  })
  .meta({ id: "NewDevice" });
export type NewDevice = z.input<typeof newDevice>;

export const device = z.object({
  id: z.string(),
  name: z.string(),
  endpoint: z.string().describe("By it a browser knows itself."),
  addedAt: z.string(),
});
export type Device = z.infer<typeof device>;

export const ownDevices = z
  .object({
    key: z.string().describe("The server's public key: a browser asks its push service with it."),
    devices: z.array(device).describe("The newest first."),
  })
  .meta({ id: "Devices" });
export type Devices = z.infer<typeof ownDevices>;
