/** Before a cohort's dates or the school's days are changed: what it does to people, then whether it is kept. */
import { explain } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Sheet } from "../ui/sheet";
import type { ChangeAhead } from "./api";
import { RippleView } from "./ripple-view";
import { useCorrection } from "./use-correction";
import { useRipple } from "./use-ripple";

interface Props {
  title: string;
  change: ChangeAhead;
  /** What came of keeping it, where it was refused. */
  error: unknown;
  busy: boolean;
  /** True: it was kept. */
  onKeep(): Promise<boolean>;
  onClose(): void;
}

export function ChangeSheet({ title, change, error, busy, onKeep, onClose }: Props) {
  const rippled = useRipple(change);
  const correction = useCorrection(
    change.kind === "school" ? change.school : change.place.school,
    rippled.ripple,
  );
  const touched = rippled.ripple?.totals.touched ?? 0;
  return (
    <Sheet title={title} onClose={onClose}>
      {error ? <Notice {...explain(error)} /> : null}
      <RippleView change={change} {...rippled} />
      {correction.field}
      <PrimaryAction
        label={touched > 0 ? `Keep it, ${touched} touched` : "Keep it"}
        busy={busy || rippled.busy}
        disabled={!rippled.ripple}
        onPress={async () => {
          if (await onKeep()) await correction.made();
        }}
      />
      <QuietAction label="Leave it as it was" onPress={onClose} />
    </Sheet>
  );
}
