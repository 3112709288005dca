/** A meeting in words: its day and hours in the reader's zone, and how it stands. */
import { joinable } from "@dawngate/core/lessons/joinable";
import { type Instant, MINUTE } from "@dawngate/core/time";
import { useEffect, useState } from "react";

interface Meeting {
  at: string;
  minutes: number;
  recording: string | null;
}

/** `now`: milliseconds since 1970. */
export function sayMeeting({ at, minutes, recording }: Meeting, zone: string, now: number) {
  const begins = Date.parse(at);
  const ends = begins + minutes * MINUTE;
  const say = (options: Intl.DateTimeFormatOptions, instant: number) =>
    new Intl.DateTimeFormat("en-GB", { timeZone: zone, ...options }).format(instant);
  // Some browsers put a comma after the weekday, others none.
  const day = say(
    { weekday: "long", day: "numeric", month: "long", year: "numeric" },
    begins,
  ).replace(",", "");
  const hour = (instant: number) => say({ hour: "2-digit", minute: "2-digit" }, instant);
  const live = joinable({ at, minutes }, now as Instant);
  return {
    day,
    hours: `${hour(begins)} to ${hour(ends)}, ${zone.replaceAll("_", " ")}`,
    live,
    state:
      now >= ends
        ? recording === null
          ? "It is over. A recording will stand here once there is one."
          : "It is over; what was recorded stands below."
        : now >= begins
          ? "It is going on now."
          : live
            ? "It begins soon; one can join."
            : `${sayWait(begins - now)}. From 15 minutes before, the way in stands here.`,
  };
}

function sayWait(ms: number): string {
  const minutes = Math.ceil(ms / MINUTE);
  if (minutes < 60) return `In ${minutes} ${minutes === 1 ? "minute" : "minutes"}`;
  const hours = Math.round(minutes / 60);
  if (hours < 36) return `In ${hours} ${hours === 1 ? "hour" : "hours"}`;
  return `In ${Math.round(hours / 24)} days`;
}

/** The time, to half a minute. */
export function useTick(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 30_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}
