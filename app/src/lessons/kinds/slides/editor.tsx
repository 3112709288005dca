/** Slides, as their author puts them in: pictures, or a PDF's pages, in order, each with what is on it. */
import type { PartOf } from "@dawngate/core/lessons";
import { useRef } from "react";
import { Image, View } from "react-native";
import { FilePlace } from "../../../files/file-place";
import { QuietAction } from "../../../ui/action";
import { LeftField } from "../../../ui/left-field";
import { Text } from "../../../ui/text";

import { usePalette } from "../../../ui/theme";
import type { EditorProps } from "../kind";
import { FromPdf } from "./from-pdf";

type Slides = PartOf<"slides">;

export default function SlidesEditor({ school, part, files, onPart }: EditorProps<Slides>) {
  const { quiet, lilac } = usePalette();
  const now = useRef(part);
  now.current = part;
  const standing = () => now.current?.slides ?? [];
  const set = (slides: Slides["slides"], brought: Parameters<typeof onPart>[1] = []) => {
    now.current = slides.length === 0 ? null : { kind: "slides", slides };
    onPart(now.current, brought);
  };
  const move = (from: number, to: number) => {
    const slides = [...standing()];
    slides.splice(to, 0, ...slides.splice(from, 1));
    set(slides);
  };
  const slides = part?.slides ?? [];
  return (
    <View style={{ gap: 12 }}>
      {slides.map((one, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: one picture may stand twice
        <View key={`${one.file}-${i}`} style={{ flexDirection: "row", gap: 12 }}>
          <Image
            source={{ uri: files[one.file]?.url ?? "" }}
            accessibilityLabel={one.alt}
            resizeMode="contain"
            style={{ width: 108, height: 66, borderRadius: 6, backgroundColor: lilac }}
          />
          <View style={{ flex: 1, gap: 6 }}>
            <LeftField
              label={`What is on slide ${i + 1}, for whoever does not see it`}
              value={one.alt}
              maxLength={1000}
              onLeft={(alt) =>
                set(standing().map((other, at) => (at === i ? { ...other, alt } : other)))
              }
            />
            <View style={{ flexDirection: "row", gap: 8 }}>
              <QuietAction
                label="Up"
                says={`Slide ${i + 1} up`}
                tight
                disabled={i === 0}
                onPress={() => move(i, i - 1)}
              />
              <QuietAction
                label="Down"
                says={`Slide ${i + 1} down`}
                tight
                disabled={i === slides.length - 1}
                onPress={() => move(i, i + 1)}
              />
              <QuietAction
                label="Take out"
                says={`Take out slide ${i + 1}`}
                tight
                onPress={() => set(standing().filter((_, at) => at !== i))}
              />
            </View>
          </View>
        </View>
      ))}
      {slides.some(({ alt }) => alt === "") ? (
        <Text kind="small" color={quiet}>
          Whoever does not see a slide hears what you write beside it.
        </Text>
      ) : null}
      <FilePlace
        school={school}
        label={part ? "Add slides" : "Choose slides"}
        says="pictures, several at once, in the order of their names"
        of={["picture"]}
        several
        onFile={(file) => {
          const all = [...standing(), { file: file.id, alt: "" }];
          set(all, [file]);
        }}
      />
      <FromPdf
        school={school}
        onPage={(file, written) => set([...standing(), { file: file.id, alt: written }], [file])}
      />
    </View>
  );
}
