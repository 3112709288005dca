/** How each kind of block is drawn: one file a kind, one list. */
import type { BlockKind } from "@dawngate/core/catalog";
import { Announcements } from "./announcements";
import { Audience } from "./audience";
import type { Drawn } from "./block";
import { Button } from "./button";
import { RunsOut } from "./countdown";
import { Dates } from "./dates";
import { Gains } from "./gains";
import { Opening } from "./opening";
import { Outline } from "./outline";
import { Price } from "./price";
import { Questions } from "./questions";
import { Teacher } from "./teacher";
import { OwnText } from "./text";
import { Voices } from "./voices";

export const DRAWN: { [K in BlockKind]: Drawn<K> } = {
  opening: Opening,
  price: Price,
  text: OwnText,
  gains: Gains,
  audience: Audience,
  dates: Dates,
  outline: Outline,
  teacher: Teacher,
  questions: Questions,
  voices: Voices,
  countdown: RunsOut,
  announcements: Announcements,
  button: Button,
};
