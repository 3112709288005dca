/** Anything of a school by a part of its name, among what one may see. */
import type { Found } from "@dawngate/contract/today";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { peopleFound, thingsCalled } from "./find-store";

export async function findAnything(
  { db }: Pick<Services, "db">,
  context: Context,
  find: string,
): Promise<{ found: Found[] }> {
  return reading(db, context, async (tx) => ({
    found: [
      ...(await thingsCalled(tx, context, find)),
      ...(context.may("people.see") ? await peopleFound(tx, context, find) : []),
    ],
  }));
}
