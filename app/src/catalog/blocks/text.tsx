/** What somebody wants to say, in words of their own; with none, what the course says of itself. */
import { Markdown } from "../../lessons/written";
import { type Drawn, Headed } from "./block";

export const OwnText: Drawn<"text"> = ({ block, shown }) => {
  const text = block.text || shown.description;
  if (text === "" && block.title === "") return null;
  return <Headed title={block.title}>{text === "" ? null : <Markdown text={text} />}</Headed>;
};
