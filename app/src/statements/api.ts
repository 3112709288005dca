/** Questions about the school's learning record store, and what changes them. */
import { api } from "../store/api";
import { does, reads } from "../store/ask";

export const {
  useGetRecordStoreQuery,
  useKeepRecordStoreMutation,
  useTryRecordStoreMutation,
  useRemoveRecordStoreMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    getRecordStore: reads(build, "getRecordStore"),
    keepRecordStore: does(build, "keepRecordStore"),
    tryRecordStore: does(build, "tryRecordStore"),
    removeRecordStore: does(build, "removeRecordStore"),
  }),
});
