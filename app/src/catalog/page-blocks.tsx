/** A public page: its blocks one below the other; where there is room, price and dates beside the rest. */
import type { Block } from "@dawngate/core/catalog";
import { type ComponentType, Fragment, type ReactNode } from "react";
import { View } from "react-native";
import { useWide } from "../ui/layout";
import { DRAWN } from "./blocks";
import { AIR } from "./blocks/opening";
import type { Shown } from "./shown";

/** What stands beside the rest where there is room. */
const BESIDE: readonly Block["kind"][] = ["price", "dates", "countdown"];

interface Props {
  shown: Shown;
  blocks: readonly Block[];
  /** Puts something around a block. */
  around?(block: Block, drawn: ReactNode): ReactNode;
}

export function PageBlocks({ shown, blocks, around = (_, drawn) => drawn }: Props) {
  const wide = useWide();
  const draw = (some: readonly Block[]) =>
    some.map((block) => {
      const Drawn = DRAWN[block.kind] as ComponentType<{ block: Block; shown: Shown }>;
      return (
        <Fragment key={block.id}>{around(block, <Drawn block={block} shown={shown} />)}</Fragment>
      );
    });
  const beside = wide ? blocks.filter(({ kind }) => BESIDE.includes(kind)) : [];
  if (beside.length === 0)
    return (
      <View style={{ padding: wide ? 32 : AIR, paddingBottom: 64, gap: 24 }}>{draw(blocks)}</View>
    );
  return (
    <View style={{ flexDirection: "row", gap: 48, padding: 32, maxWidth: 1120 }}>
      <View style={{ flex: 1, minWidth: 0, gap: 24 }}>
        {draw(blocks.filter((block) => !beside.includes(block)))}
      </View>
      <View style={{ width: 380, gap: 28 }}>{draw(beside)}</View>
    </View>
  );
}
