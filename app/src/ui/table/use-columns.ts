/** Which columns are shown: remembered in this browser, by the table's name. */
import { useState } from "react";
import type { TableColumn } from "./columns";

type Shown = Record<string, boolean>;

const keyOf = (name: string) => `dawngate.columns.${name}`;

function read(name: string): Shown {
  try {
    const kept = JSON.parse(localStorage.getItem(keyOf(name)) ?? "{}") as unknown;
    return typeof kept === "object" && kept !== null ? (kept as Shown) : {};
  } catch {
    return {};
  }
}

export function useColumns<Row>(name: string, columns: readonly TableColumn<Row>[]) {
  const [chosen, setChosen] = useState<Shown>(() => read(name));
  const shown = Object.fromEntries(
    columns.map(({ id, always, hidden }) => [id, always || (chosen[id] ?? !hidden)]),
  );
  const choose = (id: string, on: boolean) => {
    const next = { ...chosen, [id]: on };
    setChosen(next);
    try {
      localStorage.setItem(keyOf(name), JSON.stringify(next));
    } catch {
      // A browser that keeps nothing shows them until one leaves.
    }
  };
  return { shown, asked: chosen, choose };
}
