/** Questions of whoever wants to be reminded. */
import { api } from "../store/api";
import { does, reads } from "../store/ask";

export const {
  useAskReminderMutation,
  useGetReminderQuery,
  useConfirmReminderMutation,
  useDropReminderMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    askReminder: does(build, "askReminder"),
    getReminder: reads(build, "getReminder"),
    confirmReminder: does(build, "confirmReminder"),
    dropReminder: does(build, "dropReminder"),
  }),
});
