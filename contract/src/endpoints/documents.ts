/** Endpoints of invoices and credit notes. */

import { endpoints, files, inSchool } from "../endpoint";
import {
  billingChange,
  documentNumber,
  documentsFileQuery,
  documentsQuery,
  inOrderQuery,
  ownOrder,
  documents as page,
} from "../sales";
import { inOrder } from "./sales";

export const documents = endpoints("documents", {
  getDocuments: {
    method: "get",
    path: "/schools/{school}/documents",
    summary: "Invoices and credit notes of a month, by instant",
    who: "sales.see",
    params: inSchool,
    query: documentsQuery,
    answer: page,
    answered: "A page of them, with what they come to.",
    holds: ["orders"],
  },
  getDocumentsFile: {
    method: "get",
    path: "/schools/{school}/documents/file",
    summary: "Invoices and credit notes of a month as one file",
    who: "sales.see",
    params: inSchool,
    query: documentsFileQuery,
    answer: files("application/pdf"),
    answered: "The file, each on a page of its own.",
  },
  getDocument: {
    method: "get",
    path: "/schools/{school}/orders/{order}/documents/{number}",
    summary: "An invoice or a credit note, as a file",
    description: "For its buyer, for whoever has the order's secret, and for those who sell.",
    who: "school.see",
    params: inOrder.extend({ number: documentNumber }),
    query: inOrderQuery,
    answer: files("application/pdf"),
    answered: "The document.",
  },
  changeBilling: {
    method: "put",
    path: "/schools/{school}/orders/{order}/billing",
    summary: "For which company further invoices of an order are written",
    who: "school.see",
    params: inOrder,
    body: billingChange,
    answer: ownOrder,
    answered: "The order as its buyer sees it now.",
    changes: ["orders"],
  },
});
