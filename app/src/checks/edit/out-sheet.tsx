/** A quiz's questions to be taken along: as one types them, as a table, or for other programs. */
import { type Question, writeRows, writeTyped } from "@dawngate/core/checks";
import { unparse } from "papaparse";
import { View } from "react-native";
import { addressOf } from "../../store/ask";
import { QuietAction } from "../../ui/action";
import { FileLink } from "../../ui/file-link";
import { fileName, saveFile } from "../../ui/save-file";
import { Row } from "../../ui/section";
import { Sheet } from "../../ui/sheet";
import type { Place } from "./place";

interface Props {
  place: Place;
  title: string;
  questions: readonly Question[];
  onClose(): void;
}

export function OutSheet({ place, title, questions, onClose }: Props) {
  const name = fileName(title);
  return (
    <Sheet title="Take its questions along" onClose={onClose}>
      <View>
        <Row title="As text" says="As one types them; reads as the same questions again.">
          <QuietAction
            label="Download"
            says="Download: as text"
            tight
            onPress={() => saveFile(`${name}.md`, writeTyped([...questions]), "text/markdown")}
          />
        </Row>
        <Row title="As a table" says="CSV, a row a question: for a spreadsheet.">
          <QuietAction
            label="Download"
            says="Download: as a table"
            tight
            onPress={() =>
              saveFile(
                `${name}.csv`,
                unparse(writeRows(questions), { newline: "\r\n" }),
                "text/csv",
              )
            }
          />
        </Row>
        <Row
          title="For other programs"
          says="QTI 3.0, a package with its pictures; notes.txt in it says what could not be carried."
        >
          <FileLink href={addressOf("getQuizPackage", place)}>Download the package</FileLink>
        </Row>
      </View>
    </Sheet>
  );
}
