/** Views of rosters that staff keep: each their own, and owners and managers some for all. */
import { randomBytes } from "node:crypto";
import { MOST_VIEWS, type NewRosterView, type RosterView } from "@dawngate/contract/roster-views";
import { conflict, notFound, ProblemError } from "../../base/problem";
import { mayNarrowBy, narrowedTo } from "../../people/fields/answers";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { deleteView, readViews, writeView } from "./store";

type Db = Pick<Services, "db">;

const accountOf = ({ account }: Context) => account?.id ?? "";
/** Who keeps views for all: who looks after all people. */
const mayShare = (context: Context) => context.may("cohorts.change");

export async function showViews({ db }: Db, context: Context): Promise<{ views: RosterView[] }> {
  return db.readSchool(context, async (tx) => ({
    views: await readViews(tx, accountOf(context), MOST_VIEWS),
  }));
}

export async function keepView(
  { db }: Db,
  context: Context,
  { name, shared, ...terms }: NewRosterView,
): Promise<{ id: string }> {
  if (shared && !mayShare(context))
    throw new ProblemError(
      403,
      "Owners and managers keep views for all staff. Keep it for yourself.",
    );
  return db.withSchool(context, async (tx) => {
    await mayNarrowBy(tx, context, terms.answer && narrowedTo(terms.answer));
    const made = `v-${randomBytes(5).toString("hex")}`;
    const account = shared ? null : accountOf(context);
    const view = { id: made, account, name, terms };
    const id = await writeView(tx, context.school, view, MOST_VIEWS);
    if (id === null)
      throw conflict(`${MOST_VIEWS} views are kept already: forget one that is not used any more.`);
    return { id };
  });
}

export async function dropView({ db }: Db, context: Context, id: string): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const who = { account: accountOf(context), shared: mayShare(context) };
    if (!(await deleteView(tx, id, who))) throw notFound("There is no such view of yours.");
  });
}
