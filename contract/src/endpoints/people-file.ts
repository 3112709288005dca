/** Endpoints of people from a file. */
import { planFields } from "@dawngate/core/plan";
import { created } from "../courses";
import { done, endpoints, files, inCourse } from "../endpoint";
import {
  enrollFile,
  peopleFile as file,
  peopleFileChange,
  peopleFileQuery,
  peopleRows,
  peopleRowsQuery,
} from "../people-file";

const FILES = "/schools/{school}/courses/{course}/people-files";
const ONE = `${FILES}/{file}` as const;
const inFile = inCourse.extend({ file: planFields.id });

export const peopleFile = endpoints("people-file", {
  bringPeople: {
    method: "post",
    path: FILES,
    summary: "Bring a file of people: it is read, and its rows are looked at; nobody is enrolled",
    description:
      "CSV by RFC 4180, with heads; separators, quotes and encodings are found. At most 100,000 rows and 20 MB.",
    who: "cohorts.change",
    params: inCourse,
    query: peopleFileQuery,
    body: files("text/csv"),
    answer: created,
    answered: "The file.",
  },
  getPeopleFile: {
    method: "get",
    path: ONE,
    summary: "How far a file of people is, and what its rows would become",
    who: "cohorts.change",
    params: inFile,
    answer: file,
    answered: "The file.",
    holds: ["brought"],
  },
  changePeopleFile: {
    method: "put",
    path: ONE,
    summary: "Say what its columns are, and what holds for rows that do not say; looked at anew",
    who: "cohorts.change",
    params: inFile,
    body: peopleFileChange,
    answer: done,
    answered: "Its rows are looked at again.",
    changes: ["brought"],
  },
  getPeopleRows: {
    method: "get",
    path: `${ONE}/rows`,
    summary: "The rows of a file of people, with what each would become and why",
    who: "cohorts.change",
    params: inFile,
    query: peopleRowsQuery,
    answer: peopleRows,
    answered: "A page, in the order of the file.",
    holds: ["brought"],
  },
  enrollFile: {
    method: "post",
    path: `${ONE}/enroll`,
    summary: "Enroll the people of a file; goes on by itself, also when one leaves",
    who: "cohorts.change",
    params: inFile,
    body: enrollFile,
    answer: done,
    answered: "Begun.",
    changes: ["brought"],
  },
  refusedRows: {
    method: "get",
    path: `${ONE}/refused.csv`,
    summary: "The refused rows as they came, each with its reason: to be mended and brought again",
    who: "cohorts.change",
    params: inFile,
    answer: files("text/csv"),
    answered: "A file with the same columns and one more.",
  },
  dropPeopleFile: {
    method: "delete",
    path: ONE,
    summary: "Forget a file of people; whoever was enrolled stays",
    who: "cohorts.change",
    params: inFile,
    answer: done,
    answered: "Its rows are gone.",
    changes: ["brought"],
  },
});
