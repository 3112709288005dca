/** What stands in a lesson, as its author makes it: what it shows by its kind, its text, its materials; and as it is read. */
import type { ShownFile } from "@dawngate/contract/files";
import type { LessonDraft } from "@dawngate/contract/lessons";
import type { LessonPart } from "@dawngate/core/lessons";
import { useReducer, useRef, useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../../courses/api";
import { useGetSchoolQuery } from "../../school/api";
import { explain } from "../../store/api";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { useWide } from "../../ui/layout";
import { Notice } from "../../ui/notice";
import { Skeleton } from "../../ui/skeleton";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useKeepPartMutation } from "../api";
import { EDITORS } from "../kinds/editors";
import { MaterialsField } from "../library/materials-field";
import { PartKeeper } from "../part-keeper";
import { AsRead } from "./as-read";
import { LessonTextField } from "./text-field";
import { keptBy, useOpened } from "./use-opened";

interface Props {
  place: InCourse;
  lesson: { id: string; title: string; kind: string };
  course: string;
  /** Whether anything stands in it now. */
  onEmpty(empty: boolean): void;
  /** How long it takes, where that was measured. */
  onMinutes(minutes: number): void;
}

export function LessonEditor(props: Props) {
  const { place, lesson } = props;
  const { opened, error, busy, refetch } = useOpened(place, lesson.id);
  if (opened) return <Opened {...props} opened={opened} />;
  // A lesson that was added a moment ago may still be on its way.
  if (error && !busy) return <Notice {...explain(error)} onRetry={refetch} />;
  return <Skeleton widths={[1, 0.9, 0.95, 0.4]} />;
}

function Opened({
  place,
  lesson,
  course,
  onEmpty,
  onMinutes,
  opened,
}: Props & { opened: LessonDraft }) {
  const wide = useWide();
  const { quiet } = usePalette();
  const { data: school } = useGetSchoolQuery({ school: place.school });
  const [text, setText] = useState(opened.text);
  const [reading, setReading] = useState(false);
  const keeper = usePartKeeper(place, lesson.id, opened);
  const { part, materials, files } = keeper;
  const zone = school?.timeZone ?? "UTC";
  /** The text as the server has it. */
  const keptText = useRef(opened.text);
  const tell = (next: { part: LessonPart | null; materials: unknown[] }) =>
    onEmpty(keptText.current === "" && next.part === null && next.materials.length === 0);
  const setPart = (next: LessonPart | null, brought: ShownFile[] = []) => {
    keeper.know(...brought);
    keeper.setPart(next);
    tell({ part: next, materials: keeper.materials });
  };
  const Editor = EDITORS[lesson.kind];
  const asRead = (
    <AsRead
      lesson={lesson}
      course={course}
      zone={zone}
      content={{ text, part: part?.kind === lesson.kind ? part : null, materials, files }}
    />
  );
  const fields = (
    <View style={{ gap: 20 }}>
      {Editor ? (
        <View style={{ gap: 8 }}>
          <Text kind="small" color={quiet}>
            {SHOWN[lesson.kind] ?? "What it shows"}
          </Text>
          <Editor
            key={lesson.kind}
            school={place.school}
            place={{ ...place, lesson: lesson.id }}
            title={lesson.title}
            part={part?.kind === lesson.kind ? part : null}
            files={files}
            zone={zone}
            onPart={setPart}
            onMinutes={onMinutes}
          />
          {keeper.error ? <Notice {...explain(keeper.error)} /> : null}
        </View>
      ) : null}
      <LessonTextField
        place={place}
        lesson={lesson.id}
        opened={opened}
        files={files}
        onText={setText}
        onKept={(kept) => {
          keptText.current = kept;
          tell(keeper);
        }}
        onBrought={(file) => keeper.know(file)}
      />
      <MaterialsField
        school={place.school}
        materials={materials}
        files={files}
        onMaterials={(next, brought) => {
          keeper.know(...brought);
          keeper.setMaterials(next);
          tell({ part: keeper.part, materials: next });
        }}
      />
    </View>
  );
  if (wide)
    return (
      <View style={{ flexDirection: "row", gap: 24, alignItems: "flex-start" }}>
        <View style={{ flex: 1 }}>{fields}</View>
        <View style={{ width: 320 }}>{asRead}</View>
      </View>
    );
  return (
    <View style={{ gap: 14 }}>
      <Choices label="The lesson">
        <Choice label="Write" taken={!reading} onPress={() => setReading(false)} />
        <Choice label="As it is read" taken={reading} onPress={() => setReading(true)} />
      </Choices>
      {/* What is typed stays where it is while one looks. */}
      <View style={reading ? { display: "none" } : undefined}>{fields}</View>
      {reading ? asRead : null}
    </View>
  );
}

const SHOWN: Record<string, string> = {
  video: "The film",
  audio: "The recording",
  slides: "The slides",
  PDF: "The PDF",
  download: "The files to take along",
  "embedded page": "The page that stands elsewhere",
  "live meeting": "The meeting",
  quiz: "The quiz",
  survey: "The survey",
};

function usePartKeeper(place: InCourse, lesson: string, opened: LessonDraft): PartKeeper {
  const [keep] = useKeepPartMutation(keptBy("part", place, lesson));
  const [, draw] = useReducer((times: number) => times + 1, 0);
  const keeper = useRef<PartKeeper | null>(null);
  keeper.current ??= new PartKeeper(opened, {
    send: (body) => keep({ ...place, lesson, body }).unwrap(),
    heard: () => draw(),
  });
  return keeper.current;
}
