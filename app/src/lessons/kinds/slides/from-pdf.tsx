/** Slides from a PDF: each page becomes a picture here, with what is written on it, and goes up by itself. In browsers only. */
import type { ShownFile } from "@dawngate/contract/files";
import { acceptOf } from "@dawngate/core/lessons/file-types";
import { useRef, useState } from "react";
import { View } from "react-native";
import { BringingRows, FileButton } from "../../../files/lazy-files";
import { QuietAction } from "../../../ui/action";
import { Notice } from "../../../ui/notice";
import { Text } from "../../../ui/text";
import { usePalette } from "../../../ui/theme";
import { readPages } from "./pdf-pages";

interface Props {
  school: string;
  /** A page that is kept, in their order. */
  onPage(file: ShownFile, written: string): void;
}

export function FromPdf({ school, onPage }: Props) {
  const { quiet } = usePalette();
  const [says, setSays] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [mine, setMine] = useState<number[]>([]);
  const stopped = useRef(false);
  const told = useRef(onPage);
  told.current = onPage;
  const take = async (file: File) => {
    stopped.current = false;
    setFault(null);
    setSays(`${file.name} is being read…`);
    try {
      await readPages(
        file,
        async ({ picture, written }, number, of) => {
          setSays(`Page ${number} of ${of} of ${file.name}`);
          const begun = (id: number) => setMine((before) => [...before, id]);
          const page = await kept(school, picture, begun);
          if (page) told.current(page, written);
        },
        () => stopped.current,
      );
    } catch (error) {
      setFault(error instanceof Error ? error.message : String(error));
    }
    setSays(null);
  };
  return (
    <View style={{ gap: 8, alignItems: "flex-start" }}>
      {fault ? <Notice title="Not all of it came in" detail={fault} /> : null}
      {says === null ? (
        <View style={{ flexDirection: "row", flexWrap: "wrap", alignItems: "center", gap: 12 }}>
          <FileButton
            label="Make slides of a PDF"
            accept={acceptOf("PDF")}
            onFiles={([file]) => file && void take(file)}
          />
          <Text kind="small" color={quiet} style={{ flexShrink: 1 }}>
            a slide a page; what is written on it is its description
          </Text>
        </View>
      ) : (
        <View style={{ flexDirection: "row", flexWrap: "wrap", alignItems: "center", gap: 12 }}>
          <Text role="status">{says}</Text>
          <QuietAction
            label="Stop"
            tight
            onPress={() => {
              stopped.current = true;
            }}
          />
        </View>
      )}
      <BringingRows only={mine} />
    </View>
  );
}

/** Brings a picture, and waits until it is kept; null: its author has given it up. */
async function kept(
  school: string,
  picture: File,
  begun: (id: number) => void,
): Promise<ShownFile | null> {
  const { bring, bringings, onBringings } = await import("../../../files/pieces");
  return new Promise((resolve) => {
    const id = bring(school, picture, (file) => {
      stop();
      resolve(file);
    });
    begun(id);
    const stop = onBringings(() => {
      if (bringings().some((one) => one.id === id)) return;
      stop();
      resolve(null);
    });
  });
}
