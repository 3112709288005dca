/** Choosing a file; without a browser one pastes. */
export function FileChoice(_: {
  onText(text: string, name: string): void;
  onTrouble(words: string): void;
}) {
  return null;
}
