/** The page as a visitor sees it, phone or wide, while one makes it: a press on a part of it opens that block. */
import type { Block } from "@dawngate/core/catalog";
import { type ReactNode, useRef, useState } from "react";
import { View, type ViewStyle } from "react-native";
import { AsIfWide } from "../../ui/layout";
import { useMended } from "../../ui/mended";
import { Press } from "../../ui/press";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { PageBlocks } from "../lazy-page";
import type { Shown } from "../shown";
import { sayBlock } from "./block-list";
import { needOf } from "./fields";

/** How wide each is, in points. */
export const SIZES = { phone: 390, wide: 1184 } as const;
export type Size = keyof typeof SIZES;

interface Props {
  shown: Shown;
  blocks: readonly Block[];
  size: Size;
  open: string | null;
  onOpen(id: string): void;
}

export function SeenPage({ shown, blocks, size, open, onOpen }: Props) {
  const { paper, line } = usePalette();
  const [room, setRoom] = useState(0);
  const [height, setHeight] = useState(0);
  const width = SIZES[size];
  const scale = room === 0 ? 1 : Math.min(1, room / width);
  return (
    <View
      onLayout={({ nativeEvent }) => setRoom(nativeEvent.layout.width)}
      style={{ width: "100%", height: height * scale || undefined, overflow: "hidden" }}
    >
      <View
        aria-label="The page as visitors see it"
        role="group"
        onLayout={({ nativeEvent }) => setHeight(nativeEvent.layout.height)}
        style={
          {
            width,
            transform: [{ scale }],
            transformOrigin: "top left",
            backgroundColor: paper,
            borderWidth: 1,
            borderColor: line,
            borderRadius: 14,
            overflow: "hidden",
          } as ViewStyle
        }
      >
        <AsIfWide.Provider value={width}>
          <PageBlocks
            shown={shown}
            blocks={blocks}
            around={(block, drawn) => (
              <Part
                label={`Change ${sayBlock(block)}`}
                isOpen={open === block.id}
                onOpen={() => onOpen(block.id)}
              >
                {needOf(block, shown) === null ? drawn : <Missing block={block} shown={shown} />}
              </Part>
            )}
          />
        </AsIfWide.Provider>
      </View>
    </View>
  );
}

/** Where visitors see nothing: what would stand there. */
function Missing({ block, shown }: { block: Block; shown: Shown }) {
  const { quiet, line } = usePalette();
  return (
    <View
      style={{
        borderWidth: 1,
        borderStyle: "dashed",
        borderColor: line,
        borderRadius: 10,
        padding: 12,
        minHeight: 44,
      }}
    >
      <Text kind="small" color={quiet}>
        {sayBlock(block)}: {needOf(block, shown)}
      </Text>
    </View>
  );
}

/** A part of the page that is looked at, not used: its links and buttons do nothing here. */
function Part({
  label,
  isOpen,
  onOpen,
  children,
}: {
  label: string;
  isOpen: boolean;
  onOpen(): void;
  children: ReactNode;
}) {
  const { dusk } = usePalette();
  const root = useRef<View>(null);
  useMended(root, "[data-testid=looked-at]", { inert: "" });
  return (
    <View
      ref={root}
      style={{
        // What has nothing to say now can be pressed too.
        minHeight: 30,
        ...(isOpen && { boxShadow: `0 0 0 3px ${dusk}`, borderRadius: 6 }),
      }}
    >
      <View testID="looked-at">{children}</View>
      <Press
        aria-label={label}
        onPress={onOpen}
        style={{ position: "absolute", top: 0, bottom: 0, left: 0, right: 0 }}
      >
        {null}
      </Press>
    </View>
  );
}
