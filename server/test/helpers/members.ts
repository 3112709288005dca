/** Memberships as those sell them, and as members use them. */
import type { MemberCourses, Shelf } from "@dawngate/contract/enrollment";
import type { ListingAnswer } from "@dawngate/contract/sales";
import { OWNER } from "./owned";
import { type Bought, ONCE, type Selling } from "./selling";

export const MONTHLY = {
  id: "monthly",
  kind: "subscription",
  amount: 1_900,
  every: "P1M",
  default: true,
};
export const JOIN = { option: "monthly", seen: { total: 1_900, dueNow: 1_900 } };

/** What is done in a school that sells, which is there by the time it is done. */
export function members(of: () => Selling) {
  async function published(title: string): Promise<string> {
    const { ask } = of().owned;
    const { id } = await ask<{ id: string }>("POST", "/schools/one/courses", { title });
    const lesson = { id: `l-${id}`, title: "Begin", kind: "text" };
    const module = { id: `m-${id}`, title: "One", lessons: [lesson] };
    await ask("POST", `/schools/one/courses/${id}/draft`, {
      base: 0,
      clientId: `client-${id}`,
      operations: [{ number: 1, operation: { type: "insert-module", module, after: null } }],
    });
    await ask("POST", `/schools/one/courses/${id}/versions`);
    await ask("PATCH", `/schools/one/courses/${id}`, { catalog: "listed" });
    return id;
  }

  async function membership(title: string, terms: object, except: string[] = []): Promise<string> {
    const { ask } = of().owned;
    const body = { title, courses: [], membership: true };
    const { id } = await ask<{ id: string }>("POST", "/schools/one/listings", body);
    await change(id, { options: [ONCE], membership: { except }, ...terms }, "on-sale");
    return id;
  }
  async function change(id: string, terms: object, state?: string): Promise<ListingAnswer> {
    const { ask } = of().owned;
    const { number, offer } = await ask<ListingAnswer>("GET", `/schools/one/listings/${id}`);
    const body = { number, offer: { ...offer, ...terms }, ...(state && { state }) };
    return ask<ListingAnswer>("PUT", `/schools/one/listings/${id}`, body);
  }
  async function refused(id: string, terms: object): Promise<string[]> {
    const { ask, app } = of().owned;
    const { number, offer } = await ask<ListingAnswer>("GET", `/schools/one/listings/${id}`);
    const body = { number, offer: { ...offer, ...terms } };
    const answer = await app.ask(OWNER, "PUT", `/schools/one/listings/${id}`, body);
    expect(answer.status).toBe(422);
    return ((await answer.json()) as { errors: { path: string }[] }).errors.map(({ path }) => path);
  }

  /** Somebody who has an account joins, and pays. */
  async function joins(who: string, listing: string, wanted: object = JOIN): Promise<Bought> {
    const bought = await of().press(`${who}@example.org`, listing, wanted);
    await of().tell(bought.order, "paid", `ch-${bought.order}`);
    return bought;
  }
  const asks = async <T>(who: string | null, path: string) => {
    const answer = await of().owned.app.ask(who && `${who}@example.org`, "GET", path);
    return (await answer.json()) as T;
  };
  /** Takes a course up; the enrollment, or why not. */
  async function takesUp(who: string, course: string): Promise<string> {
    const body = { cohort: null, timeZone: "Europe/Lisbon" };
    const path = `/schools/one/catalog/${course}`;
    const answer = await of().owned.app.ask(`${who}@example.org`, "POST", path, body);
    const said = (await answer.json()) as { enrollment?: string; detail?: string };
    return said.enrollment ?? said.detail ?? "";
  }
  const open = async (who: string) => {
    const { courses, memberships } = await asks<MemberCourses>(
      who,
      "/schools/one/shelf/memberships",
    );
    return { courses: courses.map(({ title }) => title), memberships };
  };
  const held = async (who: string, course: string) =>
    (await asks<Shelf>(who, "/schools/one/shelf")).courses.find((one) => one.course === course);

  return { published, membership, change, refused, joins, asks, takesUp, open, held };
}
