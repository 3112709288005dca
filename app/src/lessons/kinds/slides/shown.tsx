/** Slides, one at a time: by swiping, by the arrow keys, by their buttons. */
import type { PartOf } from "@dawngate/core/lessons";
import { type KeyboardEvent, useRef, useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../../../ui/action";
import { Text } from "../../../ui/text";
import { usePalette, useStill } from "../../../ui/theme";
import { Gone } from "../gone";
import type { ShownProps } from "../kind";

export default function SlidesShown({ part, files, title }: ShownProps<PartOf<"slides">>) {
  const { quiet, line, lilac } = usePalette();
  const calm = useStill();
  const row = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState(0);
  const of = part.slides.length;
  const go = (to: number) => {
    const element = row.current;
    if (!element || to < 0 || to >= of) return;
    element.scrollTo({ left: to * element.clientWidth, behavior: calm ? "auto" : "smooth" });
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.key === "ArrowLeft") go(at - 1);
    else if (event.key === "ArrowRight" || event.key === " ") go(at + 1);
    else return;
    event.preventDefault();
  };
  return (
    <View role="group" aria-label={title} style={{ gap: 8 }}>
      {/* biome-ignore lint/a11y/useSemanticElements: a fieldset is of forms */}
      <div
        ref={row}
        role="group"
        aria-roledescription="slides"
        aria-label={`Slide ${at + 1} of ${of}`}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: it is moved by the arrow keys
        tabIndex={0}
        onKeyDown={onKey}
        onScroll={({ currentTarget }) =>
          setAt(Math.round(currentTarget.scrollLeft / Math.max(1, currentTarget.clientWidth)))
        }
        style={{
          display: "flex",
          overflowX: "auto",
          scrollSnapType: "x mandatory",
          scrollbarWidth: "none",
          borderRadius: 10,
          border: `1px solid ${line}`,
          background: lilac,
        }}
      >
        {part.slides.map(({ file, alt }, i) => {
          const found = files[file];
          return (
            <div
              // biome-ignore lint/suspicious/noArrayIndexKey: one picture may stand twice
              key={i}
              style={{ flex: "0 0 100%", scrollSnapAlign: "start", scrollSnapStop: "always" }}
            >
              {found ? (
                <img
                  src={found.url}
                  alt={alt}
                  width={found.width ?? undefined}
                  height={found.height ?? undefined}
                  loading={i < 2 ? "eager" : "lazy"}
                  style={{ width: "100%", height: "auto", display: "block" }}
                />
              ) : (
                <Gone what="slide" />
              )}
            </div>
          );
        })}
      </div>
      <View style={{ flexDirection: "row", alignItems: "center", gap: 10 }}>
        <QuietAction
          label="‹"
          says="The slide before"
          onPress={() => go(at - 1)}
          disabled={at === 0}
          tight
        />
        <QuietAction
          label="›"
          says="The next slide"
          onPress={() => go(at + 1)}
          disabled={at === of - 1}
          tight
        />
        <Text kind="small" color={quiet} role="status">{`${at + 1} of ${of}`}</Text>
      </View>
    </View>
  );
}
