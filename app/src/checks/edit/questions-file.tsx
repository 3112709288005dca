/** Elsewhere than in a browser questions are typed. */
export interface QuestionsFileProps {
  school: string;
  /** What the file says, as one types it; and what stayed behind. */
  onRead(text: string, notes: readonly string[]): void;
}

export function QuestionsFile(_: QuestionsFileProps) {
  return null;
}
