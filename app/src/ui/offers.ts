/**
 * What the present screen offers to do: each part says it once, where it is drawn. The command box lists it, a letter
 * does it, and the list of keys names it.
 */
import { useEffect, useRef } from "react";

export interface Offer {
  /** What it does, as its button says it. */
  says: string;
  /** Left out: it is told in the list of keys alone. */
  run?: () => void;
  /** Does it, pressed alone while nothing is typed; with `run` left out, the keys that are told. */
  letter?: string;
}

const offered = new Set<{ current: readonly Offer[] }>();

/** All that is offered now, in the order in which it came onto the screen. */
export const offeredNow = (): Offer[] => [...offered].flatMap(({ current }) => current);

/**
 * Offers something as long as the part is on the screen.
 *
 * @example useOffers([{ says: "Enroll somebody", letter: "n", run: () => setAdding(true) }]);
 */
export function useOffers(offers: readonly Offer[]): void {
  const held = useRef(offers);
  held.current = offers;
  useEffect(() => {
    offered.add(held);
    return () => void offered.delete(held);
  }, []);
}

const SINGLE = "dawngate-single-keys";

/** Whether letters alone do something on this device: whoever speaks to it can turn them off (WCAG 2.1.4). */
export function singleKeys(): boolean {
  try {
    return localStorage.getItem(SINGLE) !== "off";
  } catch {
    return true;
  }
}

export function setSingleKeys(on: boolean): void {
  try {
    if (on) localStorage.removeItem(SINGLE);
    else localStorage.setItem(SINGLE, "off");
  } catch {
    // A browser that keeps nothing: they are on again the next time.
  }
}

let askKeys: (() => void) | null = null;

/** Opens the list of keys, from a menu. */
export const showKeys = () => askKeys?.();

interface Opening {
  box(): void;
  keys(): void;
}

/** A slider or a check box takes no letters. */
const LETTERLESS = "[type=range], [type=checkbox], [type=radio]";

function isTyping(target: EventTarget | null): boolean {
  const element = target as HTMLElement | null;
  const field = /^(INPUT|TEXTAREA|SELECT)$/.test(element?.tagName ?? "");
  return (field && !element?.matches(LETTERLESS)) || element?.isContentEditable === true;
}

/** Ctrl or Cmd K opens the command box, `?` the list of keys, a letter does what is offered. */
export function useOfferedKeys(opening: Opening): void {
  const open = useRef(opening);
  open.current = opening;
  useEffect(() => {
    if (typeof window === "undefined" || !window.addEventListener) return;
    askKeys = () => open.current.keys();
    const listen = (event: KeyboardEvent) => {
      const commanded = event.ctrlKey || event.metaKey;
      if (commanded && event.key.toLowerCase() === "k") {
        event.preventDefault();
        open.current.box();
        return;
      }
      if (commanded || event.altKey || event.defaultPrevented || isTyping(event.target)) return;
      // What lies behind a sheet is not at hand.
      if (!singleKeys() || document.querySelector("[role=dialog]")) return;
      if (event.key === "?") {
        event.preventDefault();
        open.current.keys();
        return;
      }
      const found = offeredNow().find(({ letter, run }) => run && letter === event.key);
      if (!found?.run) return;
      event.preventDefault();
      found.run();
    };
    window.addEventListener("keydown", listen);
    return () => {
      askKeys = null;
      window.removeEventListener("keydown", listen);
    };
  }, []);
}
