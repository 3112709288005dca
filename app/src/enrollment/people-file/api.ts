/** Questions about files of people. */
import { api } from "../../store/api";
import { does, reads, readsPages } from "../../store/ask";

export const {
  useBringPeopleMutation,
  useGetPeopleFileQuery,
  useChangePeopleFileMutation,
  useGetPeopleRowsInfiniteQuery,
  useEnrollFileMutation,
  useDropPeopleFileMutation,
  useGetDeliveriesQuery,
  useMakeDeliveryMutation,
  useEndDeliveryMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    bringPeople: does(build, "bringPeople"),
    getPeopleFile: reads(build, "getPeopleFile", { keepUnusedDataFor: 0 }),
    changePeopleFile: does(build, "changePeopleFile"),
    getPeopleRows: readsPages(build, "getPeopleRows", "after", { keepUnusedDataFor: 0 }),
    enrollFile: does(build, "enrollFile"),
    dropPeopleFile: does(build, "dropPeopleFile"),
    getDeliveries: reads(build, "getDeliveries"),
    makeDelivery: does(build, "makeDelivery"),
    endDelivery: does(build, "endDelivery"),
  }),
});
