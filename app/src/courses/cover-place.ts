/** The places in which a cover stands, each of its own proportions. */
import type { Cover } from "@dawngate/contract/courses";
import { addressOf } from "../store/ask";
import type { InCourse } from "./api";

/** Width by height. */
export const PLACES = { wide: 5 / 2, phone: 16 / 9 } as const;
export type CoverPlace = keyof typeof PLACES;

export interface CoverPictureProps {
  url: string;
  cover: Pick<Cover, "width" | "height" | "x" | "y">;
  /** The proportions of where it stands. */
  place: number;
}

export const coverUrl = (place: InCourse, { hash }: Pick<Cover, "hash">) =>
  addressOf("getPicture", { ...place, hash });
