/** Time that runs out, in words, kept right while one looks; at its end the page asks again what holds now. */
import { countdownStep, sayCountdown } from "@dawngate/core/enrollment/countdown";
import type { Instant } from "@dawngate/core/time";
import { useEffect, useRef, useState } from "react";
import { Text } from "../ui/text";

interface Props {
  /** "Enrolling ends in". */
  says: string;
  until: Instant;
  onEnd(): void;
  /** On another ground than paper. */
  color?: string;
}

/** Browsers count no timer of more than this. */
const LONGEST = 2 ** 31 - 1;

export function Countdown({ says, until, onEnd, color }: Props) {
  const [now, setNow] = useState(() => Date.now());
  const left = until - now;
  const ended = useRef(false);
  const end = useRef(onEnd);
  end.current = onEnd;
  useEffect(() => {
    if (left <= 0) {
      if (!ended.current) end.current();
      ended.current = true;
      return;
    }
    const timer = setTimeout(
      () => setNow(Date.now()),
      Math.min(countdownStep(left), left + 20, LONGEST),
    );
    return () => clearTimeout(timer);
  }, [left]);
  if (left <= 0) return null;
  return (
    <Text kind="strong" role="timer" {...(color !== undefined && { color })}>
      {says} {sayCountdown(left)}
    </Text>
  );
}
