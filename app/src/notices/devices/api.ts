/** Questions about the devices on which one is told. */
import { api } from "../../store/api";
import { does, reads } from "../../store/ask";

export const { useGetOwnDevicesQuery, useAddOwnDeviceMutation, useDropOwnDeviceMutation } =
  api.injectEndpoints({
    endpoints: (build) => ({
      getOwnDevices: reads(build, "getOwnDevices"),
      addOwnDevice: does(build, "addOwnDevice"),
      dropOwnDevice: does(build, "dropOwnDevice"),
    }),
  });
