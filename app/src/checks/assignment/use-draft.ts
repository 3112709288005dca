/** What somebody writes for an assignment: in the browser at once, with the server at a pause and when it is left. */
import type { MyAssignment } from "@dawngate/contract/assignments";
import { useEffect, useReducer, useRef } from "react";
import { asKeptText } from "../../lessons/left-texts";
import { TextKeeper } from "../../lessons/text-keeper";
import { isPassing } from "../../store/api";
import { keepHere, readHere } from "../../store/kept-here";
import { useKeepMyDraftMutation } from "./api";

export interface Mine {
  school: string;
  enrollment: string;
  lesson: string;
}

/** The text and its files are kept as one: what changes one is on top of what changed the other. */
interface Draft {
  text: string;
  files: string[];
}

const write = ({ text, files }: Draft) => JSON.stringify({ text, files });
const read = (text: string): Draft => JSON.parse(text) as Draft;
const nameOf = ({ school, enrollment, lesson }: Mine) =>
  `dawngate-assignment-${school}/${enrollment}/${lesson}`;

/** A draft that was left in this browser; what is none is let be. */
function left(mine: Mine) {
  const found = asKeptText(readHere(nameOf(mine)));
  try {
    const { text, files } = read(found?.text ?? "null") ?? {};
    return found && typeof text === "string" && Array.isArray(files) ? found : null;
  } catch {
    return null;
  }
}

export function useDraft(mine: Mine, opened: MyAssignment["draft"]) {
  const [keep] = useKeepMyDraftMutation();
  const [, draw] = useReducer((times: number) => times + 1, 0);
  const kept = useRef<TextKeeper | null>(null);
  kept.current ??= new TextKeeper(
    {
      text: write({ text: opened.text, files: opened.files.map(({ id }) => id) }),
      revision: opened.number,
    },
    {
      send: async (text, revision) => {
        const { draft } = await keep({ ...mine, body: { base: revision, ...read(text) } }).unwrap();
        return { text, revision: draft.number };
      },
      write: (typed) => keepHere(nameOf(mine), typed),
      heard: () => draw(),
      passes: isPassing,
    },
    left(mine),
  );
  const { current } = kept;
  useEffect(() => {
    const leave = () => current.write();
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      current.leave();
    };
  }, [current]);
  const draft = read(current.text);
  return {
    ...draft,
    state: current.state,
    error: current.error,
    type: (change: Partial<Draft>) => current.type(write({ ...draft, ...change })),
    /** One that was brought comes to those that are there by then, up to so many. */
    add: (file: string, most: number) => {
      const now = read(current.text);
      if (now.files.includes(file) || now.files.length >= most) return;
      current.type(write({ ...now, files: [...now.files, file] }));
      current.leave();
    },
    leave: () => current.leave(),
    /** It was handed in: nothing is left here. */
    forget: () => current.forget(),
  };
}
