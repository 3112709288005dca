/** Choosing a picture; without a browser there is none to choose. */
export interface CoverChoiceProps {
  label: string;
  busy: boolean;
  onPicture(picture: Blob): void;
}

export function CoverChoice(_: CoverChoiceProps) {
  return null;
}
