/** What a player does at this moment. */
import { type RefObject, useEffect, useState } from "react";

export interface Playing {
  /** Where it is, and how long it is, in seconds; null: it has not said yet. */
  at: number;
  length: number | null;
  playing: boolean;
  /** It would play, and waits for more. */
  waiting: boolean;
  failed: boolean;
}

const NOTHING: Playing = { at: 0, length: null, playing: false, waiting: false, failed: false };

export function usePlaying(media: RefObject<HTMLMediaElement | null>): Playing {
  const [state, setState] = useState(NOTHING);
  useEffect(() => {
    const element = media.current;
    if (!element) return;
    const look = () =>
      setState({
        at: element.currentTime,
        length: Number.isFinite(element.duration) ? element.duration : null,
        playing: !element.paused && !element.ended,
        waiting: !element.paused && element.readyState < 3 && !element.error,
        failed: element.error !== null,
      });
    const heard = [
      "timeupdate",
      "seeked",
      "durationchange",
      "play",
      "pause",
      "ended",
      "waiting",
      "playing",
      "error",
    ];
    for (const event of heard) element.addEventListener(event, look);
    look();
    return () => {
      for (const event of heard) element.removeEventListener(event, look);
    };
  }, [media]);
  return state;
}
