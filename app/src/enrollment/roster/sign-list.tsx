/** A list to sign of whoever the roster shows: how often each signs, and the file. */
import { useState } from "react";
import type { InCourse } from "../../courses/api";
import { addressOf } from "../../store/ask";
import { QuietAction } from "../../ui/action";
import { FileLink } from "../../ui/file-link";
import { NumberField } from "../../ui/number-field";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import type { RosterView } from "./use-roster";

/** So many stand on one list, as the server has it. */
const MOST = 1000;

export function SignList({ place, roster }: { place: InCourse; roster: RosterView }) {
  const { quiet } = usePalette();
  const [open, setOpen] = useState(false);
  const [times, setTimes] = useState(1);
  const { school, course } = place;
  const { upTo, without, ...narrowed } = roster.matching();
  const { total } = roster;
  return (
    <>
      <QuietAction label="List to sign" tight onPress={() => setOpen(true)} />
      {open ? (
        <Sheet title="A list to sign" onClose={() => setOpen(false)}>
          <Text color={quiet}>
            On paper, by name: everybody this list shows as it is narrowed
            {total === null ? "" : `, ${total === 1 ? "1 person" : `${total} people`}`}, with a line
            for each to sign. Choose a cohort first to have its dates and place on it.
          </Text>
          {total !== null && total > MOST ? (
            <Text role="status">
              Nobody signs a list of more than {MOST} people: choose a cohort, or narrow it.
            </Text>
          ) : (
            <>
              <NumberField
                label="Times each signs"
                width={180}
                value={times}
                least={1}
                most={6}
                onChange={setTimes}
              />
              <FileLink href={addressOf("getSignList", { school, course, ...narrowed, times })}>
                Take the list (PDF)
              </FileLink>
            </>
          )}
        </Sheet>
      ) : null}
    </>
  );
}
