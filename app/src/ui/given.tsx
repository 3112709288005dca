/** Something that is said or not: a switch, and below it what is said. */
import type { ReactNode } from "react";
import { Switched } from "./switched";

interface Props<T> {
  label: string;
  /** What follows from it. */
  says?: string;
  /** Null: nothing is said. */
  value: T | null;
  /** What is said first. */
  usual: T;
  onChange(value: T | null): void;
  children(value: T): ReactNode;
}

export function Given<T>({ label, says, value, usual, onChange, children }: Props<T>) {
  return (
    <>
      <Switched
        label={label}
        {...(says !== undefined && { says })}
        on={value !== null}
        onChange={(on) => onChange(on ? usual : null)}
      />
      {value === null ? null : children(value)}
    </>
  );
}
