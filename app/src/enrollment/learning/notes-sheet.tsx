/** One's own notes on a lesson, each at its place in the film. Nobody else reads them. */
import { sayPlace } from "@dawngate/core/lessons/seen";
import { useState } from "react";
import { View } from "react-native";
import type { PlaceInFilm } from "../../lessons/player/watching";
import { explain } from "../../store/api";
import { Coming } from "../../store/coming";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { ListRow } from "../../ui/list-row";
import { Notice } from "../../ui/notice";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import {
  useAddNoteMutation,
  useChangeNoteMutation,
  useGetNotesQuery,
  useRemoveNoteMutation,
} from "./api";

interface Props {
  where: { school: string; enrollment: string; lesson: string };
  film: PlaceInFilm;
  onClose(): void;
}

export function NotesSheet({ where, film, onClose }: Props) {
  const { quiet } = usePalette();
  const { data, error, refetch } = useGetNotesQuery(where);
  const [add, adding] = useAddNoteMutation();
  const [change, changing] = useChangeNoteMutation();
  const [remove] = useRemoveNoteMutation();
  const [text, setText] = useState("");
  /** Where the film was as one began to write. */
  const [place, setPlace] = useState<number | null>(null);
  const [edited, setEdited] = useState<string | null>(null);
  const write = (next: string) => {
    if (text === "" && next !== "" && edited === null) setPlace(film.now());
    setText(next);
  };
  const done = () => {
    setText("");
    setPlace(null);
    setEdited(null);
  };
  const keep = async () => {
    const body = { place, text };
    const answer =
      edited === null
        ? await add({ ...where, body })
        : await change({ ...where, note: edited, body });
    if (!answer.error) done();
  };
  const trouble = adding.error ?? changing.error;
  return (
    <Sheet title="My notes" onClose={onClose}>
      <Text kind="small" color={quiet}>
        For yourself: nobody else reads them.
      </Text>
      <TextField
        label={edited === null ? "A new note" : "Change the note"}
        multiline
        value={text}
        onChangeText={write}
        style={{ minHeight: 96 }}
      />
      {place === null ? null : (
        <Text kind="small" color={quiet}>{`At ${sayPlace(place)} of the film`}</Text>
      )}
      {trouble ? <Notice {...explain(trouble)} /> : null}
      <View style={{ flexDirection: "row", gap: 10 }}>
        <PrimaryAction
          label={edited === null ? "Keep the note" : "Keep it so"}
          onPress={keep}
          busy={adding.isLoading || changing.isLoading}
          disabled={text.trim() === ""}
        />
        {edited === null ? null : <QuietAction label="Leave it as it was" onPress={done} />}
      </View>
      {!data ? (
        <Coming error={error} onRetry={refetch} />
      ) : (
        <View role="list">
          {data.notes.map((note) => (
            <ListRow key={note.id}>
              <View style={{ flex: 1, gap: 4 }}>
                <Text>{note.text}</Text>
                <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
                  {note.place !== null ? (
                    <QuietAction
                      label={sayPlace(note.place)}
                      says={`${sayPlace(note.place)}, go there in the film`}
                      tight
                      onPress={() => {
                        film.go(note.place ?? 0);
                        onClose();
                      }}
                    />
                  ) : null}
                  <QuietAction
                    label="Change"
                    tight
                    onPress={() => {
                      setEdited(note.id);
                      setText(note.text);
                      setPlace(note.place);
                    }}
                  />
                  <QuietAction
                    label="Remove"
                    tight
                    onPress={() => void remove({ ...where, note: note.id })}
                  />
                </View>
              </View>
            </ListRow>
          ))}
        </View>
      )}
    </Sheet>
  );
}
