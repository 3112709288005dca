/** An uploaded cover, cut to its place. */
import { Image } from "react-native";
import type { CoverPictureProps } from "./cover-place";

export function CoverPicture({ url }: CoverPictureProps) {
  return (
    <Image source={{ uri: url }} style={{ width: "100%", height: "100%" }} resizeMode="cover" />
  );
}
