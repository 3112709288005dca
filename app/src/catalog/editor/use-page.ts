/** A page while it is made: kept by itself, each step undone, published when one says so. */
import type { BlockPage } from "@dawngate/contract/page";
import { type Block, type BlockKind, newBlock } from "@dawngate/core/catalog";
import { isSame } from "@dawngate/core/plan";
import { useCallback, useState } from "react";
import { useKept } from "../../store/use-kept";

/** What is done at once, beside keeping the blocks. */
export type AtOnce = { publish: true } | { address: string };

type Keep = (
  body: { number: number; blocks: Block[] } & Partial<{ publish: true; address: string }>,
) => Promise<BlockPage | null>;

/** So many steps can be undone. */
const STEPS = 100;

export function usePage(kept: BlockPage, keep: Keep) {
  const [page, setPage] = useState(kept);
  const {
    value: blocks,
    setValue,
    send,
    keptAt,
  } = useKept<Block[], AtOnce>(
    { number: kept.number, value: kept.blocks },
    async ({ number, value }, now) => {
      const answer = await keep({ number, blocks: value, ...now });
      if (answer) setPage(answer);
      return answer?.number ?? null;
    },
  );
  const [undone, setUndone] = useState(0);
  const [before, setBefore] = useState<readonly Block[][]>([]);
  const change = useCallback(
    (next: Block[]) => {
      setBefore((steps) => [...steps, blocks].slice(-STEPS));
      setValue(next);
    },
    [blocks, setValue],
  );
  const undo = () => {
    const last = before.at(-1);
    if (!last) return;
    setBefore(before.slice(0, -1));
    setUndone((times) => times + 1);
    setValue(last);
  };
  return {
    blocks,
    page,
    send,
    keptAt,
    undo: before.length > 0 ? undo : null,
    /** How often a step was taken back. */
    undone,
    isPublished: page.publishedAt !== null && isSame(blocks, page.published),
    replace: (block: Block) => change(blocks.map((one) => (one.id === block.id ? block : one))),
    remove: (id: string) => change(blocks.filter((one) => one.id !== id)),
    add: (kind: BlockKind) => {
      const block = newBlock(kind, freshBlockId(kind, blocks));
      change([...blocks, block]);
      return block.id;
    },
    /** Puts a block after another; null: before everything. */
    move: (id: string, after: string | null) => {
      const moved = blocks.find((one) => one.id === id);
      if (!moved || id === after) return;
      const rest = blocks.filter((one) => one.id !== id);
      const at = after === null ? 0 : rest.findIndex((one) => one.id === after) + 1;
      change([...rest.slice(0, at), moved, ...rest.slice(at)]);
    },
  };
}

/** A name no block of the page has: its kind, with a number where that is taken. */
export function freshBlockId(kind: BlockKind, blocks: readonly Block[]): string {
  const taken = new Set(blocks.map(({ id }) => id));
  if (!taken.has(kind)) return kind;
  let number = 2;
  while (taken.has(`${kind}-${number}`)) number += 1;
  return `${kind}-${number}`;
}
