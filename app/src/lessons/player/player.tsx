/**
 * The player of films and recordings: keys and touch, speed, captions, a small window, the place one was at. A plain
 * element of the browser's plays; what stands around it is ours. Loaded in browsers only.
 */
import { sayPlace } from "@dawngate/core/lessons/seen";
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import { View } from "react-native";
import { useWide } from "../../ui/layout";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { BarWord } from "./bar-word";
import { Chapters } from "./chapters";
import { Progress } from "./progress";
import { useMediaSession } from "./use-media-session";
import { usePlaying } from "./use-playing";
import { useTold } from "./use-told";
import type { Watching } from "./watching";

interface Props {
  kind: "video" | "audio";
  src: string;
  title: string;
  course: string;
  poster?: string | undefined;
  captions?: readonly { src: string; language: string; label: string }[];
  chapters?: readonly { at: number; title: string }[];
  watching: Watching | null;
  /** Where it says its length itself, it is told. */
  onLength?(seconds: number): void;
}

/** The speeds one presses through. */
const RATES = [1, 1.25, 1.5, 1.75, 2, 0.75];
/** So far a key or a double tap goes, in seconds. */
const JUMP = 10;

export function Player(props: Props) {
  const { kind, src, title, course, poster, captions = [], chapters = [], watching } = props;
  const { frame, onFrameQuiet } = usePalette();
  const wide = useWide();
  const media = useRef<HTMLVideoElement>(null);
  const box = useRef<HTMLDivElement>(null);
  const { at, length, playing, waiting, failed } = usePlaying(media);
  const [rate, setRate] = useState(1);
  const [caption, setCaption] = useState<string | null>(null);
  useTold(media, watching);
  useMediaSession(media, { title, course, poster });
  useEffect(() => {
    if (media.current) media.current.playbackRate = rate;
  }, [rate]);
  useEffect(() => {
    for (const track of media.current?.textTracks ?? [])
      track.mode = track.language === caption ? "showing" : "disabled";
  }, [caption]);
  const element = () => media.current as HTMLVideoElement;
  const toggle = () => {
    if (element().paused)
      void element()
        .play()
        .catch(() => undefined);
    else element().pause();
  };
  const jump = (by: number) => {
    element().currentTime = Math.min(length ?? Number.POSITIVE_INFINITY, Math.max(0, at + by));
  };
  const faster = () => setRate(RATES[(RATES.indexOf(rate) + 1) % RATES.length] ?? 1);
  const nextCaption = () => {
    const languages = [null, ...captions.map(({ language }) => language)];
    setCaption(languages[(languages.indexOf(caption) + 1) % languages.length] ?? null);
  };
  const full = () => {
    if (document.fullscreenElement) void document.exitFullscreen();
    else void box.current?.requestFullscreen().catch(() => undefined);
  };
  const small = () => {
    if (document.pictureInPictureElement) void document.exitPictureInPicture();
    else
      void element()
        .requestPictureInPicture()
        .catch(() => undefined);
  };
  const keys: Record<string, () => void> = {
    " ": toggle,
    k: toggle,
    ArrowLeft: () => jump(-JUMP),
    ArrowRight: () => jump(JUMP),
    c: nextCaption,
    f: full,
    s: faster,
  };
  const onKey = (event: KeyboardEvent) => {
    const does = keys[event.key];
    const button = (event.target as HTMLElement).closest("button,input");
    if (!does || event.ctrlKey || event.metaKey || event.altKey) return;
    // A button's own key is its own; so are those of the line one drags along.
    if (button && (event.key === " " || event.key.startsWith("Arrow"))) return;
    event.preventDefault();
    event.stopPropagation();
    does();
  };
  const shown = captions.find(({ language }) => language === caption);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the keys are the player's as a whole; each has a button too
    <div
      ref={box}
      onKeyDown={onKey}
      style={{ background: frame, display: "flex", flexDirection: "column" }}
    >
      {kind === "video" ? (
        <div style={{ position: "relative", flex: "1 1 auto", minHeight: 0, display: "flex" }}>
          {/* biome-ignore lint/a11y/useMediaCaption: its author brings them; those there are, are here */}
          <video
            ref={media}
            src={src}
            poster={poster}
            preload="metadata"
            playsInline
            tabIndex={0}
            aria-label={`${title}, a film`}
            onClick={toggle}
            style={{
              width: "100%",
              aspectRatio: "16 / 9",
              // On a wide screen the lesson's title is in sight below it.
              ...(wide && !document.fullscreenElement && { maxHeight: "54vh" }),
              background: "#17132b",
              objectFit: "contain",
            }}
          >
            {captions.map((one) => (
              <track
                key={one.language}
                kind="captions"
                src={one.src}
                srcLang={one.language}
                label={one.label}
              />
            ))}
          </video>
          {playing || waiting ? null : (
            <BigPlay label={at > 0 ? "Go on" : "Play"} onPress={toggle} />
          )}
        </div>
      ) : (
        <audio
          ref={media as never}
          src={src}
          preload="metadata"
          aria-label={`${title}, a recording`}
        >
          <track kind="captions" />
        </audio>
      )}
      <View style={{ paddingHorizontal: 14, paddingTop: 4, paddingBottom: 6 }}>
        <Progress
          at={at}
          length={length}
          seen={watching?.seen.stretches ?? []}
          onGo={(to) => (element().currentTime = to)}
        />
        <View
          style={{ flexDirection: "row", alignItems: "center", flexWrap: "wrap", columnGap: 2 }}
        >
          {kind === "audio" || playing ? (
            <BarWord
              label={playing ? "Pause" : at > 0 ? "Go on" : "Play"}
              onPress={toggle}
              strong
            />
          ) : null}
          <Text kind="small" color={onFrameQuiet} style={{ flexGrow: 1 }}>
            {failed
              ? "It cannot be played here; load the page anew."
              : `${sayPlace(at)}${length === null ? "" : ` / ${sayPlace(length)}`}`}
          </Text>
          <BarWord label={`${rate} ×`} says={`Speed ${rate}, faster`} onPress={faster} />
          {captions.length > 0 ? (
            <BarWord
              label={shown ? shown.label : "Captions"}
              says={shown ? `Captions: ${shown.label}` : "Captions"}
              on={shown !== undefined}
              onPress={nextCaption}
            />
          ) : null}
          {kind === "video" && wide && document.pictureInPictureEnabled ? (
            <BarWord label="Small" says="Small, in a window of its own" onPress={small} />
          ) : null}
          {kind === "video" && document.fullscreenEnabled ? (
            <BarWord label="Full" says="Full screen" onPress={full} />
          ) : null}
        </View>
        <Chapters chapters={chapters} at={at} onGo={(to) => (element().currentTime = to)} />
      </View>
    </div>
  );
}

/** What one presses first: large, in the middle, for a thumb. */
function BigPlay({ label, onPress }: { label: string; onPress(): void }) {
  return (
    <button
      type="button"
      aria-label={label}
      onClick={onPress}
      style={{
        position: "absolute",
        inset: 0,
        margin: "auto",
        width: 66,
        height: 66,
        borderRadius: 33,
        border: "none",
        cursor: "pointer",
        background: "rgba(24, 18, 44, 0.72)",
      }}
    >
      <svg width="26" height="28" viewBox="0 0 26 28" aria-hidden="true" style={{ marginLeft: 6 }}>
        <path d="M1 1 L25 14 L1 27 Z" fill="#fff" />
      </svg>
    </button>
  );
}
