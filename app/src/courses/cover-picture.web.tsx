/** An uploaded cover, cut to its place with the focal point in sight. */
import { positionOf } from "@dawngate/core/courses/cover";
import type { CoverPictureProps } from "./cover-place";

export function CoverPicture({ url, cover, place }: CoverPictureProps) {
  const { x, y } = positionOf(cover.width / cover.height, place, cover);
  return (
    <img
      src={url}
      // For the eye only: the title stands beside it.
      alt=""
      width={cover.width}
      height={cover.height}
      style={{
        display: "block",
        width: "100%",
        height: "100%",
        objectFit: "cover",
        objectPosition: `${x}% ${y}%`,
      }}
    />
  );
}
