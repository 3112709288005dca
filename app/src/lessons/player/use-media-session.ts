/** A phone's own keys and its locked screen (W3C Media Session): what plays, and where it is to go. */
import { type RefObject, useEffect } from "react";

export function useMediaSession(
  media: RefObject<HTMLMediaElement | null>,
  { title, course, poster }: { title: string; course: string; poster?: string | undefined },
): void {
  useEffect(() => {
    const element = media.current;
    const session = typeof navigator === "undefined" ? undefined : navigator.mediaSession;
    if (!element || !session) return;
    const begin = () => {
      session.metadata = new MediaMetadata({
        title,
        artist: course,
        ...(poster && { artwork: [{ src: poster }] }),
      });
      session.setActionHandler("play", () => void element.play());
      session.setActionHandler("pause", () => element.pause());
      session.setActionHandler("seekbackward", () => {
        element.currentTime -= 10;
      });
      session.setActionHandler("seekforward", () => {
        element.currentTime += 10;
      });
    };
    element.addEventListener("play", begin);
    return () => {
      element.removeEventListener("play", begin);
      session.metadata = null;
      for (const action of ["play", "pause", "seekbackward", "seekforward"] as const)
        session.setActionHandler(action, null);
    };
  }, [media, title, course, poster]);
}
