/** The sheets of the "as if" strip: for whom the dates hold, and when they are seen. */
import type { Instant, Zone } from "@dawngate/core/time";
import type { AsIf, SeenIn, Who } from "./as-if";
import { WhenSheet } from "./when-sheet";
import { WhoSheet } from "./who-sheet";

interface Props {
  school: string;
  open: "who" | "when";
  course: SeenIn;
  asIf: AsIf;
  /** Somebody to imagine where a real person is shown now. */
  imagined: Extract<Who, { kind: "imagined" }>;
  zone: Zone;
  at: Instant | null;
  onWho(who: Who): void;
  onAt(at: string | null): void;
  onClose(): void;
}

export function AsIfSheets({
  school,
  open,
  course,
  asIf,
  imagined,
  zone,
  at,
  onWho,
  onAt,
  onClose,
}: Props) {
  if (open === "who")
    return (
      <WhoSheet
        school={school}
        course={course}
        who={asIf.who}
        fallback={imagined}
        onChange={onWho}
        onClose={onClose}
      />
    );
  return at === null ? null : (
    <WhenSheet zone={zone} at={at} isNow={asIf.at === null} onChange={onAt} onClose={onClose} />
  );
}
