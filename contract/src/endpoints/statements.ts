/** Endpoints of what is told to a learning record store. */
import { done, endpoints, inSchool } from "../endpoint";
import { recordStore, recordStoreChange, recordStoreTried } from "../statements";

const PATH = "/schools/{school}/record-store";

export const statements = endpoints("statements", {
  getRecordStore: {
    method: "get",
    path: PATH,
    summary: "Where it is told what people achieve",
    who: "school.change",
    params: inSchool,
    answer: recordStore,
    answered: "The learning record store, and how far it has been told.",
    holds: ["recordStore"],
  },
  keepRecordStore: {
    method: "put",
    path: PATH,
    summary: "Have what people achieve from now on told to a learning record store",
    who: "school.change",
    params: inSchool,
    body: recordStoreChange,
    answer: recordStore,
    answered: "The learning record store.",
    changes: ["recordStore"],
  },
  tryRecordStore: {
    method: "post",
    path: `${PATH}/try`,
    summary: "Ask the learning record store whether it would hear us",
    who: "school.change",
    params: inSchool,
    answer: recordStoreTried,
    answered: "What it said.",
    changes: ["recordStore"],
  },
  removeRecordStore: {
    method: "delete",
    path: PATH,
    summary: "Tell it nothing more",
    who: "school.change",
    params: inSchool,
    answer: done,
    answered: "Nothing more is told; what waited is not told any more.",
    changes: ["recordStore"],
  },
});
