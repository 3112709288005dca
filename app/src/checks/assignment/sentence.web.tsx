/** A sentence within a text, that can be pressed or is only read. A button element would break the line around itself. */
import type { SentenceProps } from "./sentence";

export function Sentence({ onPress, marked, children }: SentenceProps) {
  const style = marked && {
    backgroundColor: marked.ground,
    textDecoration: `underline 2px ${marked.line}`,
    textUnderlineOffset: 4,
  };
  if (!onPress) return <span style={style}>{children}</span>;
  return (
    // biome-ignore lint/a11y/useSemanticElements: it flows with the text it stands in
    <span
      role="button"
      tabIndex={0}
      onClick={onPress}
      onKeyDown={(event) => {
        if (event.key !== "Enter" && event.key !== " ") return;
        event.preventDefault();
        onPress();
      }}
      // Room for a thumb, above and below the line.
      style={{ cursor: "pointer", paddingBlock: 4, ...style }}
    >
      {children}
    </span>
  );
}
