/** A specimen of each part of the kit, by the file it lies in. */
import { type ReactNode, useState } from "react";
import { View } from "react-native";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { DurationField } from "../ui/duration-field";
import { Empty } from "../ui/empty";
import { DateField, TimeField } from "../ui/moment-fields";
import { MoneyField } from "../ui/money-field";
import { NightAct, NightBar } from "../ui/night-bar";
import { Notice } from "../ui/notice";
import { NumberField } from "../ui/number-field";
import { Options, WeekdayChoice } from "../ui/options";
import { PlaceMark } from "../ui/place-mark";
import { Press } from "../ui/press";
import { SearchField } from "../ui/search-field";
import { Sheet } from "../ui/sheet";
import { Skeleton } from "../ui/skeleton";
import { type Mark, SunMark } from "../ui/sun-mark";
import { Switched } from "../ui/switched";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { TickBox } from "../ui/tick-box";
import { useToast } from "../ui/toast";

export interface Specimen {
  /** The file below `ui/`. */
  file: string;
  name: string;
  draw(): ReactNode;
}

const MARKS: Mark[] = ["waiting", "scheduled", "open", "done", "closed"];
const nothing = () => undefined;

export const SPECIMENS: readonly Specimen[] = [
  {
    file: "action",
    name: "Actions",
    draw: () => (
      <Line>
        <PrimaryAction label="Publish" onPress={nothing} />
        <QuietAction label="Undo" onPress={nothing} />
        <PrimaryAction label="Under way" busy onPress={nothing} />
        <QuietAction label="Not now" disabled onPress={nothing} />
      </Line>
    ),
  },
  { file: "choice", name: "Choices", draw: () => <SomeChoices /> },
  { file: "options", name: "Weekdays", draw: () => <SomeDays /> },
  { file: "tick-box", name: "Check boxes", draw: () => <SomeBoxes /> },
  { file: "switched", name: "Switches", draw: () => <SomeSwitch /> },
  { file: "text-field", name: "Text fields", draw: () => <SomeText /> },
  { file: "search-field", name: "Search fields", draw: () => <SomeSearch /> },
  { file: "moment-fields", name: "Dates and times", draw: () => <SomeMoment /> },
  { file: "money-field", name: "Money and numbers", draw: () => <SomeMoney /> },
  { file: "duration-field", name: "Durations", draw: () => <SomeDuration /> },
  { file: "sheet", name: "Sheets", draw: () => <SomeSheet /> },
  { file: "toast", name: "Toasts", draw: () => <SomeToast /> },
  {
    file: "night-bar",
    name: "The bar of what is marked",
    draw: () => (
      <NightBar label="Marked, for show" says="2 marked">
        <NightAct label="Pause" onPress={nothing} />
        <NightAct label="Unmark" onPress={nothing} />
      </NightBar>
    ),
  },
  {
    file: "notice",
    name: "Notices",
    draw: () => (
      <Notice title="The server does not answer" detail="Nothing is lost." onRetry={nothing} />
    ),
  },
  {
    file: "empty",
    name: "Empty places",
    draw: () => <Empty title="Nobody yet" says="Whoever is enrolled stands here." />,
  },
  { file: "skeleton", name: "Skeletons", draw: () => <Skeleton widths={[0.6, 0.4]} /> },
  {
    file: "sun-mark",
    name: "State marks",
    draw: () => (
      <Line>
        {MARKS.map((mark) => (
          <View key={mark} style={{ alignItems: "center" }}>
            <SunMark mark={mark} size={30} />
            <Text kind="small">{mark}</Text>
          </View>
        ))}
      </Line>
    ),
  },
  { file: "place-mark", name: "Marks of the places", draw: () => <SomePlaces /> },
  {
    file: "press",
    name: "What else is pressed",
    draw: () => (
      <Press onPress={nothing} style={{ justifyContent: "center", paddingHorizontal: 12 }}>
        <Text>A row</Text>
      </Press>
    ),
  },
  {
    file: "text",
    name: "Text",
    draw: () => (
      <View>
        <Text kind="title">Title</Text>
        <Text kind="heading">Heading</Text>
        <Text kind="name">Name</Text>
        <Text>Body: 1234567890, €190.00, Fri 5 Mar, 07:00</Text>
        <Text kind="small">Small</Text>
      </View>
    ),
  },
];

const Line = ({ children }: { children: ReactNode }) => (
  <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12, alignItems: "center" }}>
    {children}
  </View>
);

function SomeDuration() {
  const [value, setValue] = useState("P2W");
  return <DurationField label="So long" value={value} onChange={setValue} />;
}

function SomeChoices() {
  const [value, setValue] = useState<"once" | "parts">("once");
  return (
    <Choices label="Way to pay, for show">
      <Choice label="Once" taken={value === "once"} onPress={() => setValue("once")} />
      <Choice label="3 parts" taken={value === "parts"} onPress={() => setValue("parts")} />
      <Choice label="A step, not a choice" onPress={nothing} />
    </Choices>
  );
}

function SomeDays() {
  const [days, setDays] = useState<number[]>([1]);
  const [workdays, setWorkdays] = useState(true);
  const [unit, setUnit] = useState<"days" | "weeks">("days");
  return (
    <View style={{ gap: 10 }}>
      <Options<"days" | "weeks">
        label="Unit, for show"
        says="One among a few"
        options={[
          { value: "days", label: "days" },
          { value: "weeks", label: "weeks" },
        ]}
        value={unit}
        onChange={setUnit}
      />
      <WeekdayChoice value={days} onChange={setDays} workdays={workdays} onWorkdays={setWorkdays} />
    </View>
  );
}

function SomeBoxes() {
  const [on, setOn] = useState(true);
  return (
    <Line>
      <TickBox label="Marked, for show" checked={on} onChange={setOn} />
      <TickBox label="Not marked, for show" checked={!on} onChange={(next) => setOn(!next)} />
    </Line>
  );
}

function SomeSwitch() {
  const [on, setOn] = useState(true);
  return (
    <Switched
      label="Required, for show"
      says="It counts toward the course."
      on={on}
      onChange={setOn}
    />
  );
}

function SomeText() {
  const [text, setText] = useState("Shaping");
  return (
    <View style={{ gap: 10, maxWidth: 420 }}>
      <TextField label="Title, for show" value={text} onChangeText={setText} />
      <TextField label="With a fault, for show" value="…" error onChangeText={nothing} />
    </View>
  );
}

function SomeSearch() {
  const [text, setText] = useState("");
  return <SearchField label="Find, for show" value={text} onChange={setText} />;
}

function SomeMoment() {
  const [date, setDate] = useState("2027-03-05");
  const [time, setTime] = useState("07:00");
  return (
    <View style={{ flexDirection: "row", gap: 12, maxWidth: 420 }}>
      <DateField label="Day, for show" value={date} onChange={setDate} />
      <TimeField label="Time, for show" value={time} onChange={setTime} />
    </View>
  );
}

function SomeMoney() {
  const [amount, setAmount] = useState<number | null>(19_000);
  const [number, setNumber] = useState(3);
  return (
    <Line>
      <MoneyField
        label="In all, for show"
        currency="EUR"
        value={amount}
        onChange={setAmount}
        width={200}
      />
      <NumberField
        label="Parts, for show"
        value={number}
        least={1}
        most={60}
        onChange={setNumber}
      />
    </Line>
  );
}

function SomeSheet() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <QuietAction label="Open a sheet" onPress={() => setOpen(true)} />
      {open ? (
        <Sheet title="One thing" onClose={() => setOpen(false)}>
          <Text>Focus stays here until it closes: by the cross, by Escape, or beside it.</Text>
        </Sheet>
      ) : null}
    </>
  );
}

function SomeToast() {
  const toast = useToast();
  return (
    <QuietAction
      label="Say something"
      onPress={() => toast({ says: "Removed “Shaping” and its 3 lessons.", onUndo: nothing })}
    />
  );
}

function SomePlaces() {
  const { ink } = usePalette();
  return (
    <Line>
      {(["today", "courses", "people", "sales", "school", "shelf", "dates", "me"] as const).map(
        (name) => (
          <View key={name} style={{ alignItems: "center" }}>
            <PlaceMark name={name} color={ink} />
            <Text kind="small">{name}</Text>
          </View>
        ),
      )}
    </Line>
  );
}
