/** Endpoints of devices on which people are told. */
import { deviceId, newDevice, ownDevices } from "../devices";
import { endpoints, inSchool } from "../endpoint";

const PATH = "/schools/{school}/self/devices";

export const devices = endpoints("devices", {
  getOwnDevices: {
    method: "get",
    path: PATH,
    summary: "On which devices one is told",
    who: "self.learn",
    params: inSchool,
    answer: ownDevices,
    answered: "One's devices.",
    holds: ["self"],
  },
  addOwnDevice: {
    method: "post",
    path: PATH,
    summary: "Wants to be told on a device too",
    description:
      "The device is told so at once. One that is there already is as it is said now; of more than ten the oldest goes.",
    who: "self.learn",
    params: inSchool,
    body: newDevice,
    answer: ownDevices,
    answered: "One's devices.",
    changes: ["self"],
  },
  dropOwnDevice: {
    method: "delete",
    path: `${PATH}/{device}`,
    summary: "Is told on a device no more",
    who: "self.learn",
    params: inSchool.extend({ device: deviceId.meta({ example: "7" }) }),
    answer: ownDevices,
    answered: "One's devices.",
    changes: ["self"],
  },
});
