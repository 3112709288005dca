/** Questions of whoever is asked something by a school. */
import { api } from "../../store/api";
import { does, reads } from "../../store/ask";

export const { useGetAskedFieldsQuery, useAnswerFieldsMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    getAskedFields: reads(build, "getAskedFields"),
    answerFields: does(build, "answerFields"),
  }),
});
