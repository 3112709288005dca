/** What somebody watches in a lesson of theirs: counted by the player, kept by the server, shown on the page. */
import type { Seen } from "@dawngate/contract/learning";
import { useCallback, useMemo, useRef, useState } from "react";
import type { PlaceInFilm, Watching } from "../../lessons/player/watching";
import { addressOf } from "../../store/ask";
import { useKeepSeenMutation } from "./api";

interface Where {
  school: string;
  enrollment: string;
  lesson: string;
}
type Told = { stretches: [number, number][]; position: number };

export interface Watched {
  /** How it stands; null: there is nothing to watch. */
  seen: Seen | null;
  watching: Watching | null;
  at: PlaceInFilm;
}

/** `first`: how it stood as the lesson was opened. */
export function useWatching({ school, enrollment, lesson }: Where, first: Seen | null): Watched {
  const [keep] = useKeepSeenMutation();
  /** What was told since, and of which lesson: what is known of another is not this one's. */
  const [told, setTold] = useState<{ lesson: string; seen: Seen } | null>(null);
  const seen = told?.lesson === lesson ? told.seen : first;
  const at = useRef<PlaceInFilm>({ now: () => null, go: () => undefined }).current;
  const tell = useCallback(
    async (body: Told) => {
      const next = await keep({ school, enrollment, lesson, body }).unwrap();
      setTold({ lesson, seen: next });
      return next;
    },
    [keep, school, enrollment, lesson],
  );
  const last = useCallback(
    (body: Told) => {
      // It goes out although the page goes.
      void fetch(addressOf("keepSeen", { school, enrollment, lesson }), {
        method: "PUT",
        keepalive: true,
        headers: { "content-type": "application/json" },
        body: JSON.stringify(body),
      }).catch(() => undefined);
    },
    [school, enrollment, lesson],
  );
  const watching = useMemo(() => seen && { seen, tell, last, at }, [seen, tell, last, at]);
  return { seen, watching, at };
}

/** What of a film is seen, in words; null: nothing has to be said about it. */
export function saySeenShare({ share, needed, enough }: Seen): string | null {
  const percent = (of: number) => `${Math.floor(of * 100)} %`;
  if (needed === null) return null;
  if (enough) return `you have seen ${percent(Math.max(share ?? 0, needed))}`;
  const part = `done when you have seen ${percent(needed)}`;
  return share === null || share < 0.01 ? part : `${part}, so far ${percent(share)}`;
}
