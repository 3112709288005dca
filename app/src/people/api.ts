/** Questions about the people a school knows, and what changes them. */
import { api } from "../store/api";
import { does } from "../store/ask";

export const { useForgetMutation } = api.injectEndpoints({
  endpoints: (build) => ({ forget: does(build, "forget") }),
});
