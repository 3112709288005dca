/** Endpoints of orders that staff write by hand. */

import { endpoints, files, inSchool } from "../endpoint";
import { inOrderQuery, markedPaid, order, orderByHand } from "../sales";
import { inOrder } from "./sales";

export const byHand = endpoints("by-hand", {
  orderByHand: {
    method: "post",
    path: "/schools/{school}/orders",
    summary: "Writes an order for somebody, who is asked by mail to pay it by transfer until a day",
    who: "sales.order",
    params: inSchool,
    body: orderByHand,
    answer: order,
    answered: "The order.",
    changes: ["orders"],
  },
  markPaid: {
    method: "post",
    path: "/schools/{school}/orders/{order}/paid",
    summary: "Marks an order, or a part of it, as paid by transfer: its buyer is in at once",
    who: "sales.order",
    params: inOrder,
    body: markedPaid,
    answer: order,
    answered: "The order as it stands now.",
    changes: ["orders", "people"],
  },
  getPaymentRequest: {
    method: "get",
    path: "/schools/{school}/orders/{order}/request",
    summary: "What is asked for to pay an order by transfer, as a file",
    description: "For its buyer, for whoever has the order's secret, and for those who sell.",
    who: "school.see",
    params: inOrder,
    query: inOrderQuery,
    answer: files("application/pdf"),
    answered: "The request.",
  },
});
