/** Endpoints of files. Their bytes come in pieces at `/schools/{school}/uploads`, by the tus protocol, version 1.0. */
import { fileId } from "@dawngate/core/lessons";
import { endpoints, inSchool, files as media } from "../endpoint";
import { broughtFile, fileQuery, shownFile } from "../files";

export const files = endpoints("files", {
  keepFile: {
    method: "post",
    path: "/schools/{school}/files",
    summary: "Keep what was brought as a file",
    description:
      "The bytes come before: an upload by the tus protocol (1.0) at /api/schools/{school}/uploads, whose address ends in what is named here. Asked again, it answers the same file.",
    who: "courses.edit",
    params: inSchool,
    body: broughtFile,
    answer: shownFile,
    answered: "The file, by its bytes: what is brought twice is kept once.",
  },
  getFile: {
    method: "get",
    path: "/schools/{school}/files/{file}",
    summary: "Read a file, or a part of it",
    description:
      "By an address that an answer has told: it holds for some hours, and only for whoever was told it. Parts by Range (RFC 9110, 14), one at a time.",
    who: "school.see",
    params: inSchool.extend({ file: fileId }),
    query: fileQuery,
    answer: media("application/octet-stream"),
    answered: "Its bytes.",
  },
});
