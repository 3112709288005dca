/** A day chosen in a month: the calendar of a package, brought only when somebody opens it. */
import { View } from "react-native";
import { Calendar, en, registerTranslation } from "react-native-paper-dates";
import { Sheet } from "./sheet";

// Its words; "en-GB" writes the day first.
registerTranslation("en-GB", en);

interface Props {
  title: string;
  /** `2027-03-05`; empty: none yet. */
  value: string;
  onChoose(date: string): void;
  onClose(): void;
}

/** The package works with midnights of the browser's zone; only their calendar day is meant. */
export default function Months({ title, value, onChoose, onClose }: Props) {
  return (
    <Sheet title={title} onClose={onClose}>
      <View style={{ height: 360, maxWidth: 400 }}>
        <Calendar
          mode="single"
          locale="en-GB"
          startWeekOnMonday
          date={value === "" ? new Date() : new Date(`${value}T00:00`)}
          onChange={({ date }) => date && onChoose(isoOf(date))}
        />
      </View>
    </Sheet>
  );
}

const two = (number: number) => String(number).padStart(2, "0");
const isoOf = (date: Date) =>
  `${String(date.getFullYear()).padStart(4, "0")}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;
