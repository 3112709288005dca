/** What stands beside a lesson: what is asked, one's own notes; each opened by a press, fetched then. */
import { lazy, Suspense, useState } from "react";
import { View } from "react-native";
import type { PlaceInFilm } from "../../lessons/player/watching";
import { QuietAction } from "../../ui/action";

const NotesSheet = lazy(async () => ({ default: (await import("./pieces")).NotesSheet }));
const QuestionsSheet = lazy(async () => ({
  default: (await import("./pieces")).QuestionsSheet,
}));

interface Props {
  where: { school: string; enrollment: string; lesson: string };
  film: PlaceInFilm;
  zone: string;
  /** Whether one can ask here. */
  questions: boolean;
  /** How many there are, as the lesson was opened. */
  asked: number;
  notes: number;
}

export function Beside({ where, film, zone, questions, asked, notes }: Props) {
  const [open, setOpen] = useState<"notes" | "questions" | null>(null);
  const close = () => setOpen(null);
  return (
    <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
      {questions || asked > 0 ? (
        <QuietAction
          label={asked === 0 ? "Questions" : `Questions ${asked}`}
          onPress={() => setOpen("questions")}
        />
      ) : null}
      <QuietAction
        label={notes === 0 ? "My notes" : `My notes ${notes}`}
        onPress={() => setOpen("notes")}
      />
      <Suspense fallback={null}>
        {open === "notes" ? <NotesSheet {...{ where, film }} onClose={close} /> : null}
        {open === "questions" ? (
          <QuestionsSheet {...{ where, film, zone }} onClose={close} />
        ) : null}
      </Suspense>
    </View>
  );
}
