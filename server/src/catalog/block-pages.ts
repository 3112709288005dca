/** The public page of a course or a listing, as those make it who sell: kept at once, seen by visitors once published. */
import type { BlockPage, blockPageChange } from "@dawngate/contract/page";
import { type Block, DEFAULT_BLOCKS } from "@dawngate/core/catalog";
import { isSame } from "@dawngate/core/plan";
import { formatInstant } from "@dawngate/core/time";
import type { z } from "zod";
import { conflict, notFound, refusal } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { isIdentifier, type PageOf, readAddresses, setAddress } from "./address-store";
import { keepBlockPage, publishBlockPage, readBlockPage } from "./block-page-store";

const DEFAULT = DEFAULT_BLOCKS as Block[];

export async function showBlockPage(
  { db }: Pick<Services, "db">,
  context: Context,
  of: PageOf,
): Promise<BlockPage> {
  return reading(db, context, async (tx) => {
    await isThere(tx, of);
    return answered(tx, of);
  });
}

export async function changeBlockPage(
  { db }: Pick<Services, "db">,
  context: Context,
  of: PageOf,
  { number, blocks, publish, address }: z.output<typeof blockPageChange>,
): Promise<BlockPage> {
  const at = formatInstant(context.now);
  return db.withSchool(context, async (tx) => {
    await isThere(tx, of);
    const before = await readBlockPage(tx, of, true);
    // The same press twice is one change.
    const same = isSame(before?.draft ?? DEFAULT, blocks);
    const keeps = !same || (publish && !before);
    if (
      keeps &&
      ((before?.number ?? 0) !== number ||
        !(await keepBlockPage(tx, context.school, of, number, blocks)))
    )
      throw conflict("Somebody else has changed this page meanwhile. Load it again to see how.");
    if (publish && !isSame(before?.published ?? null, blocks))
      await publishBlockPage(tx, of, blocks, at);
    if (address !== undefined) await moveTo(tx, context, of, address, at);
    return answered(tx, of);
  });
}

async function moveTo(
  tx: SchoolTransaction,
  context: Context,
  of: PageOf,
  address: string,
  at: string,
): Promise<void> {
  const [told = of.id] = await readAddresses(tx, of);
  if (address === told) return;
  const taken =
    (address !== of.id && (await isIdentifier(tx, of, address))) ||
    !(await setAddress(tx, context.school, of, address, at));
  if (taken)
    throw refusal("This address belongs to another page.", [
      { path: "address", reason: `“${address}” is another page's: choose another` },
    ]);
}

async function isThere(tx: SchoolTransaction, of: PageOf): Promise<void> {
  if (!(await isIdentifier(tx, of, of.id)))
    throw notFound(`There is no ${of.kind} "${of.id}" in this school.`);
}

async function answered(tx: SchoolTransaction, of: PageOf): Promise<BlockPage> {
  const page = await readBlockPage(tx, of);
  const [address = of.id, ...earlier] = await readAddresses(tx, of);
  return {
    number: page?.number ?? 0,
    blocks: page?.draft ?? DEFAULT,
    published: page?.published ?? DEFAULT,
    publishedAt: page?.published_at ?? null,
    address,
    earlier: [...new Set([...earlier, of.id])].filter((one) => one !== address),
  };
}
