/** HTTP of a school's staff, of the record of changes, of work that failed, and of going. */
import { staff } from "@dawngate/contract/endpoints/staff";
import { upkeep } from "@dawngate/contract/endpoints/upkeep";

import { retryWork, showFailedWork } from "./failed-work";
import { router, type Services } from "./kit";
import { bringBack, deleteSchool, schoolData } from "./leaving";
import { changesAsCsv, showChanges, showRecordState } from "./record";
import { route } from "./route";
import {
  answerOffer,
  assignCohorts,
  changeMember,
  dismiss,
  invite,
  offerSchool,
  showMembers,
  withdrawInvitation,
  withdrawOffer,
} from "./staff";
import { showWhoSet } from "./who-set";

const yes = { done: true as const };

export function staffRoutes(services: Services) {
  const { db } = services;
  return router()
    .openapi(route(services, staff.getMembers), async (c) =>
      c.json(await showMembers(db, c.get("context")), 200),
    )
    .openapi(route(services, staff.invite, "invite"), async (c) => {
      const { email, role } = c.req.valid("json");
      await invite(services, c.get("context"), email, role);
      return c.json(yes, 200);
    })
    .openapi(route(services, staff.withdrawInvitation), async (c) => {
      await withdrawInvitation(db, c.get("context"), c.req.valid("param").invitation);
      return c.json(yes, 200);
    })
    .openapi(route(services, staff.changeMember), async (c) => {
      const { member } = c.req.valid("param");
      await changeMember(db, c.get("context"), member, c.req.valid("json"));
      return c.json(yes, 200);
    })
    .openapi(route(services, staff.dismiss), async (c) => {
      await dismiss(db, c.get("context"), c.req.valid("param").member);
      return c.json(yes, 200);
    })
    .openapi(route(services, staff.assignCohorts), async (c) => {
      const { member } = c.req.valid("param");
      await assignCohorts(db, c.get("context"), member, c.req.valid("json").cohorts);
      return c.json(yes, 200);
    })
    .openapi(route(services, staff.offerSchool, "invite"), async (c) => {
      await offerSchool(services, c.get("context"), c.req.valid("json").to);
      return c.json(yes, 200);
    })
    .openapi(route(services, staff.withdrawOffer), async (c) => {
      await withdrawOffer(db, c.get("context"));
      return c.json(yes, 200);
    })
    .openapi(route(services, staff.answerOffer), async (c) => {
      await answerOffer(db, c.get("context"), c.req.valid("json").take);
      return c.json(yes, 200);
    })
    .openapi(route(services, upkeep.getChanges, "search"), async (c) =>
      c.json(await showChanges(db, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(route(services, upkeep.getWhoSet), async (c) =>
      c.json(await showWhoSet(db, c.get("context")), 200),
    )
    .openapi(route(services, upkeep.getRecordState, "export"), async (c) =>
      c.json(await showRecordState(db, c.get("context")), 200),
    )
    .openapi(route(services, upkeep.getFailedWork), async (c) =>
      c.json(await showFailedWork(db, c.get("context")), 200),
    )
    .openapi(route(services, upkeep.retryWork), async (c) => {
      await retryWork(db, c.get("context"), c.req.valid("param").work);
      return c.json(yes, 200);
    })
    .openapi(route(services, upkeep.deleteSchool), async (c) =>
      c.json(await deleteSchool(services, c.get("context"), c.req.valid("json").slug), 200),
    )
    .openapi(route(services, upkeep.bringBack), async (c) => {
      await bringBack(db, c.get("context"));
      return c.json(yes, 200);
    })
    .openapi(route(services, upkeep.getChangesFile, "export"), (c) =>
      c.body(changesAsCsv(db, c.get("context"), c.req.valid("query")), 200, {
        "content-type": "text/csv; charset=utf-8; header=present",
        "content-disposition": 'attachment; filename="record-of-changes.csv"',
      }),
    )
    .openapi(route(services, upkeep.getSchoolData, "export"), (c) =>
      c.body(schoolData(db, c.get("context")), 200, {
        "content-type": "application/x-ndjson",
        "content-disposition": 'attachment; filename="school.ndjson"',
      }),
    );
}
