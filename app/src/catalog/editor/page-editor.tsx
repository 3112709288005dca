/** A public page as one makes it: its blocks, and beside them (on a phone: instead of them) what visitors see. */
import type { BlockPage, BlockPageChange } from "@dawngate/contract/page";
import { useState } from "react";
import { View } from "react-native";
import { explain, faultsOf } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { KeptWords } from "../../ui/kept-words";
import { useWide } from "../../ui/layout";
import { Notice } from "../../ui/notice";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { TextLink } from "../../ui/text-link";
import { usePalette } from "../../ui/theme";
import type { Shown } from "../shown";
import { BlockFields } from "./block-fields";
import { BlockList, sayBlock } from "./block-list";
import { SeenPage, type Size } from "./seen-page";
import { usePage } from "./use-page";

interface Props {
  kept: BlockPage;
  shown: Shown;
  /** May change it, and not only look. */
  may: boolean;
  /** Where visitors see it, up to its own part. */
  base: string;
  change(body: BlockPageChange): Promise<BlockPage | null>;
  error: unknown;
  isKeeping: boolean;
}

export function PageEditor({ kept, shown, may, base, change, error, isKeeping }: Props) {
  const wide = useWide();
  const { quiet } = usePalette();
  const made = usePage(kept, change);
  const { blocks, page } = made;
  const [open, setOpen] = useState<string | null>(null);
  const [size, setSize] = useState<Size>("phone");
  const [side, setSide] = useState<"blocks" | "page">("blocks");
  const [moving, setMoving] = useState(false);
  const opened = blocks.find(({ id }) => id === open) ?? null;
  const fields = opened ? (
    <BlockFields
      // A step that is taken back takes what was typed back too.
      key={`${opened.id} ${made.undone}`}
      block={opened}
      shown={shown}
      onChange={made.replace}
      onRemove={() => {
        made.remove(opened.id);
        setOpen(null);
      }}
    />
  ) : null;
  const list = may ? (
    <BlockList
      blocks={blocks}
      shown={shown}
      open={open}
      onOpen={setOpen}
      onMove={made.move}
      onAdd={(kind) => setOpen(made.add(kind))}
    >
      {wide ? fields : null}
    </BlockList>
  ) : null;
  const seen = (
    <View style={{ gap: 12 }}>
      {wide ? (
        <Choices label="Seen on">
          <Choice label="A phone" taken={size === "phone"} onPress={() => setSize("phone")} />
          <Choice label="A wide screen" taken={size === "wide"} onPress={() => setSize("wide")} />
        </Choices>
      ) : null}
      <SeenPage
        shown={shown}
        blocks={blocks}
        size={wide ? size : "phone"}
        open={may ? open : null}
        onOpen={setOpen}
      />
    </View>
  );
  return (
    <View style={{ gap: 16 }}>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12, alignItems: "center" }}>
        <KeptWords error={error} isKeeping={isKeeping} keptAt={made.keptAt} />
        <Text kind="small" color={quiet}>
          {made.isPublished || (page.publishedAt === null && page.number === 0 && !made.undo)
            ? "Visitors see it as it stands here"
            : "Visitors still see what was published"}
        </Text>
        <View style={{ flexGrow: 1 }} />
        <TextLink href={`${base}/${page.address}`}>See it as a visitor</TextLink>
        {may ? (
          <>
            <QuietAction label="Its address" onPress={() => setMoving(true)} />
            {made.undo ? <QuietAction label="Undo" letter="u" onPress={made.undo} /> : null}
            {made.isPublished ? null : (
              <PrimaryAction
                label="Publish the page"
                letter="p"
                onPress={() => made.send({ publish: true })}
              />
            )}
          </>
        ) : null}
      </View>
      {wide ? (
        <View style={{ flexDirection: "row", gap: 32, alignItems: "flex-start" }}>
          {list ? <View style={{ width: 400 }}>{list}</View> : null}
          <View style={{ flex: 1, minWidth: 0 }}>{seen}</View>
        </View>
      ) : (
        <>
          {list ? (
            <Choices label="Shown here">
              <Choice
                label="Its blocks"
                taken={side === "blocks"}
                onPress={() => setSide("blocks")}
              />
              <Choice
                label="What visitors see"
                taken={side === "page"}
                onPress={() => setSide("page")}
              />
            </Choices>
          ) : null}
          {list && side === "blocks" ? list : seen}
          {opened && may ? (
            <Sheet title={sayBlock(opened)} onClose={() => setOpen(null)}>
              {fields}
            </Sheet>
          ) : null}
        </>
      )}
      {moving ? (
        <AddressSheet
          page={page}
          base={base}
          error={error}
          onMove={(address) => made.send({ address })}
          onClose={() => setMoving(false)}
        />
      ) : null}
    </View>
  );
}

/** The last part of its address; those it had before lead there. */
function AddressSheet({
  page,
  base,
  error,
  onMove,
  onClose,
}: {
  page: BlockPage;
  base: string;
  error: unknown;
  onMove(address: string): Promise<boolean>;
  onClose(): void;
}) {
  const { quiet } = usePalette();
  const [typed, setTyped] = useState(page.address);
  const fault = faultsOf(error).address;
  const keep = async () => {
    if (await onMove(typed.trim())) onClose();
  };
  return (
    <Sheet title="The page's address" onClose={onClose}>
      <TextField
        label="Address"
        value={typed}
        maxLength={60}
        autoCapitalize="none"
        onChangeText={setTyped}
        onSubmitEditing={keep}
      />
      <Text kind="small" color={quiet}>
        {base}/{typed.trim() || "…"}
      </Text>
      {page.earlier.length > 0 ? (
        <Text kind="small" color={quiet}>
          These lead to it: {page.earlier.join(", ")}
        </Text>
      ) : null}
      {error ? <Notice {...explain(error)} {...(fault && { detail: fault })} /> : null}
      <PrimaryAction label="Keep this address" onPress={keep} disabled={typed.trim() === ""} />
    </Sheet>
  );
}
