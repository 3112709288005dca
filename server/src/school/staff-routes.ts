/** HTTP of a school's staff, of the record of changes, of work that failed, and of going. */
import { changes, changesQuery, recordState } from "@dawngate/contract/record";
import {
  handover,
  handoverAnswer,
  instructorCohorts,
  invite as inviteBody,
  memberChange,
  members,
} from "@dawngate/contract/staff";
import {
  deletedSchool,
  failedWork,
  forgetting,
  forgotten,
  schoolDeletion,
} from "@dawngate/contract/upkeep";
import { planFields } from "@dawngate/core/plan";
import { createRoute, z } from "@hono/zod-openapi";
import { retryWork, showFailedWork } from "./failed-work";
import { answers, body, done, inSchool, limited, may, needs, router, type Services } from "./kit";
import { bringBack, deleteSchool, forget, personData, schoolData } from "./leaving";
import { changesAsCsv, showChanges, showRecordState } from "./record";
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

const staff = ["staff"];
const upkeep = ["upkeep"];
const inMember = inSchool.extend({ member: z.string().min(1).max(200) });
const inPerson = inSchool.extend({ person: planFields.id });
const yes = { done: true as const };

export function staffRoutes(services: Services) {
  const { db } = services;
  const app = router()
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/members",
        tags: staff,
        summary:
          "The school's staff, who is invited, and whether the school is offered to somebody",
        ...needs(services, "staff.see"),
        request: { params: inSchool },
        responses: answers(members, "The staff."),
      }),
      async (c) => c.json(await showMembers(db, c.get("context")), 200),
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/members",
        tags: staff,
        summary: "Invite somebody to the staff, by mail",
        ...needs(services, "staff.change", limited(services, "invite")),
        request: { params: inSchool, body: body(inviteBody) },
        responses: answers(done, "The invitation is on its way."),
      }),
      async (c) => {
        const { email, role } = c.req.valid("json");
        await invite(services, c.get("context"), email, role);
        return c.json(yes, 200);
      },
    )
    .openapi(
      createRoute({
        method: "delete",
        path: "/schools/{school}/invitations/{invitation}",
        tags: staff,
        summary: "Take an invitation back",
        ...needs(services, "staff.change"),
        request: { params: inSchool.extend({ invitation: z.uuid() }) },
        responses: answers(done, "Its link leads nowhere any more."),
      }),
      async (c) => {
        await withdrawInvitation(db, c.get("context"), c.req.valid("param").invitation);
        return c.json(yes, 200);
      },
    )
    .openapi(
      createRoute({
        method: "patch",
        path: "/schools/{school}/members/{member}",
        tags: staff,
        summary: "Give a member of staff another role, or an author other courses",
        ...needs(services, "staff.change"),
        request: { params: inMember, body: body(memberChange) },
        responses: answers(done, "It holds from their next press on."),
      }),
      async (c) => {
        const { member } = c.req.valid("param");
        await changeMember(db, c.get("context"), member, c.req.valid("json"));
        return c.json(yes, 200);
      },
    )
    .openapi(
      createRoute({
        method: "delete",
        path: "/schools/{school}/members/{member}",
        tags: staff,
        summary: "Take somebody off the staff",
        ...needs(services, "staff.change"),
        request: { params: inMember },
        responses: answers(
          done,
          "They find nothing here any more; what they did keeps their name.",
        ),
      }),
      async (c) => {
        await dismiss(db, c.get("context"), c.req.valid("param").member);
        return c.json(yes, 200);
      },
    )
    .openapi(
      createRoute({
        method: "put",
        path: "/schools/{school}/members/{member}/cohorts",
        tags: staff,
        summary: "Say which cohorts an instructor leads",
        ...needs(services, "staff.lead"),
        request: { params: inMember, body: body(instructorCohorts) },
        responses: answers(done, "They see the people of these cohorts, and no others."),
      }),
      async (c) => {
        const { member } = c.req.valid("param");
        await assignCohorts(db, c.get("context"), member, c.req.valid("json").cohorts);
        return c.json(yes, 200);
      },
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/handover",
        tags: staff,
        summary: "Offer the school to another member of staff",
        ...needs(services, "staff.change", limited(services, "invite")),
        request: { params: inSchool, body: body(handover) },
        responses: answers(done, "Both are told by mail; nothing changes until they take it."),
      }),
      async (c) => {
        await offerSchool(services, c.get("context"), c.req.valid("json").to);
        return c.json(yes, 200);
      },
    )
    .openapi(
      createRoute({
        method: "delete",
        path: "/schools/{school}/handover",
        tags: staff,
        summary: "Take the offer of the school back",
        ...needs(services, "staff.change"),
        request: { params: inSchool },
        responses: answers(done, "It is offered to nobody."),
      }),
      async (c) => {
        await withdrawOffer(db, c.get("context"));
        return c.json(yes, 200);
      },
    )
    .openapi(
      createRoute({
        method: "put",
        path: "/schools/{school}/handover",
        tags: staff,
        summary: "Take the school that is offered to one, or say no",
        ...needs(services, "courses.read"),
        request: { params: inSchool, body: body(handoverAnswer) },
        responses: answers(done, "Both are told by mail."),
      }),
      async (c) => {
        await answerOffer(db, c.get("context"), c.req.valid("json").take);
        return c.json(yes, 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/changes",
        tags: upkeep,
        summary: "The record of changes: who changed what, when, from what to what",
        ...needs(services, "record.read", limited(services, "search")),
        request: { params: inSchool, query: changesQuery },
        responses: answers(changes, "A page of it, the newest first."),
      }),
      async (c) => c.json(await showChanges(db, c.get("context"), c.req.valid("query")), 200),
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/changes/state",
        tags: upkeep,
        summary: "Whether the record is whole: its hashes are worked out again",
        ...needs(services, "record.read", limited(services, "export")),
        request: { params: inSchool },
        responses: answers(recordState, "How many rows, and where it is broken."),
      }),
      async (c) => c.json(await showRecordState(db, c.get("context")), 200),
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/failed-work",
        tags: upkeep,
        summary: "Work that was tried in vain",
        ...needs(services, "jobs.see"),
        request: { params: inSchool },
        responses: answers(failedWork, "The newest first."),
      }),
      async (c) => c.json(await showFailedWork(db, c.get("context")), 200),
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/failed-work/{work}",
        tags: upkeep,
        summary: "Have it tried again",
        ...needs(services, "jobs.see"),
        request: { params: inSchool.extend({ work: z.uuid() }) },
        responses: answers(done, "It is tried within moments."),
      }),
      async (c) => {
        await retryWork(db, c.get("context"), c.req.valid("param").work);
        return c.json(yes, 200);
      },
    )
    .openapi(
      createRoute({
        method: "get",
        path: "/schools/{school}/people/{person}/data",
        tags: upkeep,
        summary: "Everything on record about a person, as one file",
        ...needs(services, "people.take", limited(services, "export")),
        request: { params: inPerson },
        responses: answers(z.record(z.string(), z.unknown()), "Their data."),
      }),
      async (c) => {
        const { person } = c.req.valid("param");
        c.header("content-disposition", 'attachment; filename="dawn-gate-person.json"');
        const data = await personData(db, c.get("context"), person);
        return c.json(data as Record<string, unknown>, 200);
      },
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/people/{person}/forgetting",
        tags: upkeep,
        summary: "Forget a person: what names them goes, figures stay",
        ...needs(services, "people.take"),
        request: { params: inPerson, body: body(forgetting) },
        responses: answers(forgotten, "What stays, and why."),
      }),
      async (c) => c.json(await forget(db, c.get("context"), c.req.valid("param").person), 200),
    )
    .openapi(
      createRoute({
        method: "post",
        path: "/schools/{school}/deletion",
        tags: upkeep,
        summary: "Delete the school: gone at once, removed for good after thirty days",
        ...needs(services, "school.take"),
        request: { params: inSchool, body: body(schoolDeletion) },
        responses: answers(deletedSchool, "When it is removed for good."),
      }),
      async (c) =>
        c.json(await deleteSchool(services, c.get("context"), c.req.valid("json").slug), 200),
    )
    .openapi(
      createRoute({
        method: "delete",
        path: "/schools/{school}/deletion",
        tags: upkeep,
        summary: "Bring a deleted school back",
        ...needs(services, "school.take"),
        request: { params: inSchool },
        responses: answers(done, "It is as it was."),
      }),
      async (c) => {
        await bringBack(db, c.get("context"));
        return c.json(yes, 200);
      },
    );

  // Files without an end known beforehand have no place among the typed answers.
  app.get(
    "/schools/:school/changes/file",
    may(services, "record.read"),
    limited(services, "export"),
    (c) => {
      const query = changesQuery.parse(c.req.query());
      return c.body(changesAsCsv(db, c.get("context"), query), 200, {
        "content-type": "text/csv; charset=utf-8; header=present",
        "content-disposition": 'attachment; filename="record-of-changes.csv"',
      });
    },
  );
  app.get("/schools/:school/data", may(services, "school.take"), limited(services, "export"), (c) =>
    c.body(schoolData(db, c.get("context")), 200, {
      "content-type": "application/x-ndjson",
      "content-disposition": 'attachment; filename="school.ndjson"',
    }),
  );
  return app;
}
