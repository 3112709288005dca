/** The sample school with an assignment in its first lesson, guests who hand it in, and two instructors of a cohort. */
import type { MyAssignment, ReviewQueue, SubmissionSeen } from "@dawngate/contract/assignments";
import type { ShownFile } from "@dawngate/contract/files";
import type { PartOf } from "@dawngate/core/lessons";
import type { Instant } from "@dawngate/core/time";
import { insertMember, replaceCohorts } from "../../src/school/staff-store";
import { begin, piece, testKept } from "./kept";
import { OWNER, type Owned, ownedSchool } from "./owned";
import { instant } from "./sample";

export const COURSE = "/schools/one/courses/c";
export const IRIS = "iris@example.org";
export const IVO = "ivo@example.org";
export const AUTHOR = "author@example.org";

export const ASKED: PartOf<"assignment"> = {
  kind: "assignment",
  words: "needed",
  files: 2,
  filesNeeded: 0,
  late: "taken",
  rubric: [
    {
      id: "crumb",
      title: "Crumb",
      levels: [
        { says: "Dense", points: 0 },
        { says: "Open", points: 2 },
      ],
    },
    {
      id: "crust",
      title: "Crust",
      levels: [
        { says: "Pale", points: 0 },
        { says: "Brown", points: 1.5 },
      ],
    },
  ],
};
export const MARKS = { crumb: 1, crust: 0 };

/** A school for the tests of a file, at an instant that they can move on; the lesson is due on 12 March. */
export function assignmentSchool(guests: number) {
  let owned: Owned;
  let place: Awaited<ReturnType<typeof testKept>>;
  let partRevision = 0;
  const clock = { now: instant("2027-03-10T12:00:00Z") as Instant };
  const told = async <T>(response: Promise<Response>, status = 200): Promise<T> => {
    const answer = await response;
    const text = await answer.text();
    if (answer.status !== status)
      throw new Error([`${answer.status}: ${text}`, ...owned.app.logged].join("\n"));
    return JSON.parse(text) as T;
  };
  const by = (who: string | null, method: string, path: string, body?: unknown) =>
    owned.app.ask(who, method, path, body);
  const put = async (change: Partial<PartOf<"assignment">> = {}) => {
    const kept = await owned.ask<{ partRevision: number }>(
      "PUT",
      `${COURSE}/draft/lessons/l1/part`,
      { part: { ...ASKED, ...change }, materials: [], partRevision },
    );
    partRevision = kept.partRevision;
  };
  /** A guest by number, or whoever holds the enrollment. */
  const learner = (i: number) => {
    const id = `guest-${String(i).padStart(4, "0")}`;
    const who = `${id}@example.org`;
    const path = `/schools/one/shelf/${id}/lessons/l1/assignment`;
    return {
      id,
      who,
      path,
      see: () => told<MyAssignment>(by(who, "GET", path)),
      draft: (base: number, text: string, files: string[] = []) =>
        by(who, "PUT", `${path}/draft`, { base, text, files }),
      submit: (text: string, key: string, files: string[] = []) =>
        by(who, "POST", `${path}/submissions`, { text, files, key }),
      hand: (text: string, key: string, files: string[] = []) =>
        told<MyAssignment>(by(who, "POST", `${path}/submissions`, { text, files, key })),
      async bring(name: string, bytes: Uint8Array): Promise<Response> {
        const begun = await begin(owned.app, who, "one", bytes.length, name);
        if (begun.status !== 201) return begun;
        const at = (begun.headers.get("location") ?? "").replace(/^\/api/, "");
        await piece(owned.app, who, at, 0, bytes);
        return by(who, "POST", `${path}/files`, { upload: at.split("/").at(-1), name });
      },
      async file(name: string, bytes: Uint8Array) {
        return told<ShownFile>(this.bring(name, bytes));
      },
    };
  };
  const queue = (who = OWNER, query = "") =>
    told<ReviewQueue>(by(who, "GET", `/schools/one/submissions${query}`));
  const look = (id: string, who = OWNER) =>
    told<SubmissionSeen>(by(who, "GET", `/schools/one/submissions/${id}`));
  const review = (id: string, change: object, who = OWNER) =>
    by(who, "POST", `/schools/one/submissions/${id}/review`, {
      decision: "accepted",
      words: "",
      remarks: [],
      marks: MARKS,
      ...change,
    });
  beforeAll(async () => {
    place = await testKept();
    owned = await ownedSchool(() => clock.now, guests, { kept: place.kept });
    await owned.test_.db.withSchool(owned.school, async (tx) => {
      for (const [email, role] of [
        [IRIS, "instructor"],
        [IVO, "instructor"],
        [AUTHOR, "author"],
      ] as const) {
        const name = `${email.charAt(0).toUpperCase()}${email.slice(1, email.indexOf("@"))}`;
        await insertMember(tx, owned.school, { user_id: `account-${email}`, role, name, email });
        if (role === "instructor")
          await replaceCohorts(tx, owned.school, `account-${email}`, ["k"]);
      }
    });
    const draft = await owned.ask<{ sequence: number }>("GET", `${COURSE}/draft`);
    await owned.ask("POST", `${COURSE}/draft`, {
      base: draft.sequence,
      clientId: "client-of-the-test",
      operations: [
        {
          number: 1,
          operation: {
            type: "set-lesson",
            item: "l1",
            set: { kind: "assignment", due: { from: "enrolled", add: "P10D", edge: "end" } },
          },
        },
        {
          number: 2,
          operation: {
            type: "set-module",
            item: "m2",
            set: { gate: { need: "all", when: [{ from: "passed", item: "l1" }] } },
          },
        },
      ],
    });
    await owned.ask("POST", `${COURSE}/versions`);
    await put();
  });
  afterAll(async () => {
    await owned.test_.close();
    place.remove();
  });
  return {
    clock,
    owned: () => owned,
    kept: () => place.kept,
    told,
    by,
    put,
    learner,
    queue,
    look,
    review,
  };
}
