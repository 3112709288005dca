/** In the place of a file that is not kept any more. */
import { Notice } from "../../ui/notice";

export function Gone({ what }: { what: string }) {
  return (
    <Notice
      title={`The ${what} is not here`}
      detail="It was taken away, or has not arrived yet. Load the page anew; if it stays away, write to the school."
    />
  );
}
