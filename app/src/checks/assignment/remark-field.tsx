/** Remarks on a text, as they are made: a sentence is pressed, and what is said of it written. */
import type { Remark } from "@dawngate/core/lessons/assignment";
import { useState } from "react";
import { View } from "react-native";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { RemarkedText, RemarkList } from "../lazy-pieces";

interface Props {
  text: string;
  remarks: readonly Remark[];
  onRemarks(remarks: Remark[]): void;
}

/** A sentence that is being remarked on; `place`: of the remark that is changed. */
interface Open extends Remark {
  place: number | null;
}

export function RemarkField({ text, remarks, onRemarks }: Props) {
  const { quiet } = usePalette();
  const [open, setOpen] = useState<Open | null>(null);
  const without = (place: number | null) => remarks.filter((_, i) => i !== place);
  const keep = ({ from, to, says, place }: Open) => {
    const one = { from, to, says: says.trim() };
    // In the order in which they stand in the text.
    onRemarks([...without(place), one].sort((a, b) => a.from - b.from || a.to - b.to));
    setOpen(null);
  };
  const change = (place: number) => {
    const remark = remarks[place];
    if (remark) setOpen({ ...remark, place });
  };
  return (
    <View style={{ gap: 14 }}>
      <Text kind="small" color={quiet}>
        Press a sentence to remark on it.
      </Text>
      <RemarkedText
        text={text}
        remarks={remarks}
        looking={open?.place ?? null}
        onPiece={({ from, to, remarks: [on] }) =>
          on === undefined ? setOpen({ from, to, says: "", place: null }) : change(on)
        }
      />
      <RemarkList text={text} remarks={remarks}>
        {(place) => (
          <QuietAction
            label="Change"
            says={`Change remark ${place + 1}`}
            tight
            onPress={() => change(place)}
          />
        )}
      </RemarkList>
      {open ? (
        <Sheet
          title={open.place === null ? "A remark" : `Remark ${open.place + 1}`}
          onClose={() => setOpen(null)}
        >
          <Text color={quiet}>{`“${text.slice(open.from, open.to).trim()}”`}</Text>
          <TextField
            label="What you say of it"
            value={open.says}
            multiline
            autoFocus
            maxLength={1000}
            onChangeText={(says) => setOpen({ ...open, says })}
            style={{ minHeight: 120 }}
          />
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
            <PrimaryAction
              label="Keep the remark"
              disabled={open.says.trim() === ""}
              onPress={() => keep(open)}
            />
            {open.place === null ? null : (
              <QuietAction
                label="Remove it"
                onPress={() => {
                  onRemarks(without(open.place));
                  setOpen(null);
                }}
              />
            )}
          </View>
        </Sheet>
      ) : null}
    </View>
  );
}
