/** What an assignment asks for, in words. */
import type { PartOf } from "@dawngate/core/lessons";
import { capital } from "../../ui/capital";
import { Text } from "../../ui/text";

type Assignment = PartOf<"assignment">;

const files = (number: number) => (number === 1 ? "a file" : `${number} files`);

/** "Write something, and bring a photo": what is asked for, in a sentence. */
function sayAsked({ words, files: most, filesNeeded }: Assignment): string {
  const written =
    words === "needed" ? ["Write your text"] : words === "welcome" ? ["Write, if you like"] : [];
  const brought =
    most === 0
      ? []
      : filesNeeded === 0
        ? [most === 1 ? "you may bring a file" : `you may bring up to ${most} files`]
        : filesNeeded === most
          ? [`bring ${files(most)}`]
          : [`bring ${files(filesNeeded)}, ${most} at the most`];
  const said = [...written, ...brought].join(", and ");
  return `${capital(said)}. Somebody of your school looks at it, and accepts it or gives it back to you.`;
}

export const SaidAsked = ({ part }: { part: Assignment }) => (
  <Text kind="strong">{sayAsked(part)}</Text>
);
