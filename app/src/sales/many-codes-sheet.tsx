/** Many codes at once: how they begin, how many, what they take off, until when. Each is used once. */
import type { Offer } from "@dawngate/contract/sales";
import { useState } from "react";
import { PrimaryAction } from "../ui/action";
import { Given } from "../ui/given";
import { DateField } from "../ui/moment-fields";
import { NumberField } from "../ui/number-field";
import { saveFile } from "../ui/save-file";
import { Sheet } from "../ui/sheet";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { manyCodes, unforeseen, type Wanted } from "./many-codes";

interface Props {
  taken: Offer["codes"];
  today: string;
  onMake(codes: Offer["codes"]): void;
  onClose(): void;
}

/** More than these no listing has. */
const MOST = 10_000;

export function ManyCodesSheet({ taken, today, onMake, onClose }: Props) {
  const [wanted, setWanted] = useState<Wanted>({
    prefix: "",
    number: 100,
    percent: 10,
    through: null,
  });
  const left = MOST - taken.length;
  const make = () => {
    const codes = manyCodes(wanted, taken, unforeseen);
    onMake(codes);
    saveFile("codes.csv", ["code", ...codes.map(({ code }) => code)].join("\r\n"), "text/csv");
    onClose();
  };
  return (
    <Sheet title="Many codes" onClose={onClose}>
      <Text>
        Each is a word of its own and is used once. They are kept here, and come as a file to hand
        out.
      </Text>
      <TextField
        label="They begin with"
        value={wanted.prefix}
        maxLength={40}
        autoCapitalize="characters"
        onChangeText={(prefix) =>
          setWanted({ ...wanted, prefix: prefix.toUpperCase().replace(/[^A-Z0-9-]/g, "") })
        }
      />
      <NumberField
        label="How many"
        value={wanted.number}
        least={1}
        most={Math.min(1000, left)}
        onChange={(number) => setWanted({ ...wanted, number })}
      />
      <NumberField
        label="Percent less"
        value={wanted.percent}
        least={0}
        most={100}
        onChange={(percent) => setWanted({ ...wanted, percent })}
      />
      <Given
        label="Until a day"
        value={wanted.through}
        usual={today}
        onChange={(through) => setWanted({ ...wanted, through })}
      >
        {(day) => (
          <DateField
            label="Through"
            value={day}
            onChange={(through) => setWanted({ ...wanted, through })}
          />
        )}
      </Given>
      <PrimaryAction
        label={wanted.number === 1 ? "Make one code" : `Make ${wanted.number} codes`}
        disabled={wanted.number < 1 || wanted.number > left}
        onPress={make}
      />
    </Sheet>
  );
}
