/** The captions of a film: a WebVTT file a language. */
import type { ShownFile } from "@dawngate/contract/files";
import type { PartOf } from "@dawngate/core/lessons";
import { View } from "react-native";
import { FilePlace } from "../../../files/file-place";
import { QuietAction } from "../../../ui/action";
import { LeftField } from "../../../ui/left-field";
import { Text } from "../../../ui/text";
import type { Files } from "../kind";

type Captions = PartOf<"video">["captions"];

interface Props {
  school: string;
  captions: Captions;
  files: Files;
  onChange(captions: Captions, brought?: ShownFile[]): void;
}

/** A language by its tag (BCP 47). */
const LANGUAGE = /^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$/;

/** What a language is called in itself; its tag where nobody knows. */
function nameOf(language: string): string {
  try {
    const name = new Intl.DisplayNames([language], { type: "language" }).of(language) ?? language;
    return name.charAt(0).toUpperCase() + name.slice(1);
  } catch {
    return language;
  }
}

/** The language a file's name says, as in `film.pt-BR.vtt`; English where it says none. */
const languageIn = (name: string) =>
  /[._-]([a-z]{2,3}(?:-[A-Za-z]{2,4})?)\.vtt$/i.exec(name)?.[1] ?? "en";

export function CaptionsField({ school, captions, files, onChange }: Props) {
  const change = (i: number, language: string) =>
    onChange(
      captions.map((one, at) => (at === i ? { ...one, language, label: nameOf(language) } : one)),
    );
  return (
    <View style={{ gap: 8 }}>
      {captions.map((one, i) => (
        <View key={one.file} style={{ flexDirection: "row", alignItems: "center", gap: 10 }}>
          <LeftField
            label="Language"
            value={one.language}
            autoCapitalize="none"
            takes={(text) => LANGUAGE.test(text)}
            onLeft={(language) => change(i, language)}
            style={{ width: 110 }}
          />
          <Text style={{ flex: 1 }} numberOfLines={1}>
            {`${one.label}: ${files[one.file]?.name ?? "not here"}`}
          </Text>
          <QuietAction
            label="Take out"
            says={`Take out: captions, ${one.label}`}
            tight
            onPress={() => onChange(captions.filter((other) => other !== one))}
          />
        </View>
      ))}
      <FilePlace
        school={school}
        label={captions.length === 0 ? "Add captions" : "Add another language"}
        says="WebVTT (.vtt)"
        of={["captions"]}
        onFile={(file) => {
          const language = languageIn(file.name);
          const others = captions.filter(
            (one) => one.file !== file.id && one.language !== language,
          );
          onChange([...others, { file: file.id, language, label: nameOf(language) }], [file]);
        }}
      />
    </View>
  );
}
