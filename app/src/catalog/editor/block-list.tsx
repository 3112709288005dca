/** The blocks of a page in their order: moved by drag and by keys, opened by a press, and more of them below. */
import { addable, BLOCKS, type Block, type BlockKind, MOST_BLOCKS } from "@dawngate/core/catalog";
import { type ReactNode, useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { DragArea, DragRow } from "../../ui/drag";
import { Icon } from "../../ui/icon";
import { Press } from "../../ui/press";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import type { Shown } from "../shown";
import { needOf, saysOf } from "./fields";

interface Props {
  blocks: readonly Block[];
  shown: Shown;
  open: string | null;
  onOpen(id: string | null): void;
  onMove(id: string, after: string | null): void;
  onAdd(kind: BlockKind): void;
  /** The open block's fields; where they stand elsewhere: null. */
  children: ReactNode;
}

export function BlockList({ blocks, shown, open, onOpen, onMove, onAdd, children }: Props) {
  const { quiet } = usePalette();
  const [adding, setAdding] = useState(false);
  const nameOf = (id: string) => {
    const block = blocks.find((one) => one.id === id);
    return block ? sayBlock(block) : "";
  };
  return (
    <View style={{ gap: 12 }}>
      <DragArea
        titleOf={nameOf}
        countOf={() => 1}
        onDrop={onMove}
        onMark={(id) => onOpen(open === id ? null : id)}
        onPaste={() => false}
        onCopy={() => null}
      >
        {blocks.map((block) => {
          const isOpen = open === block.id;
          const need = needOf(block, shown);
          return (
            <DragRow
              key={block.id}
              id={block.id}
              kind="module"
              name={`Move ${sayBlock(block)}`}
              marked={isOpen}
              inset={0}
            >
              <Press
                onPress={() => onOpen(isOpen ? null : block.id)}
                aria-expanded={isOpen}
                style={{
                  flexDirection: "row",
                  alignItems: "center",
                  gap: 10,
                  minHeight: 44,
                  width: "100%",
                  paddingRight: 10,
                }}
              >
                <View style={{ flex: 1, paddingVertical: 6 }}>
                  <Text kind="strong">{sayBlock(block)}</Text>
                  <Text kind="small" color={quiet} numberOfLines={1}>
                    {need ?? saysOf(block, shown)}
                  </Text>
                </View>
                <Icon name={isOpen ? "chevron-down" : "chevron-right"} color={quiet} />
              </Press>
              {isOpen && children !== null ? (
                <View style={{ paddingRight: 12, paddingBottom: 16 }}>{children}</View>
              ) : null}
            </DragRow>
          );
        })}
      </DragArea>
      {adding ? (
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
          {addable(blocks).map((kind) => (
            <Choice
              key={kind}
              label={BLOCKS[kind].name}
              taken={false}
              onPress={() => {
                setAdding(false);
                onAdd(kind);
              }}
            />
          ))}
        </View>
      ) : blocks.length < MOST_BLOCKS ? (
        <QuietAction label="Another block" letter="n" onPress={() => setAdding(true)} />
      ) : null}
    </View>
  );
}

/** "Text: Why rye". */
export function sayBlock(block: Block): string {
  const title = "title" in block ? block.title : "";
  return title === "" ? BLOCKS[block.kind].name : `${BLOCKS[block.kind].name}: ${title}`;
}
