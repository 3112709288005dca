/** Something new on sale: what it is called, and what is in it. */
import { useRouter } from "expo-router";
import { useState } from "react";
import { explain } from "../store/api";
import { PrimaryAction } from "../ui/action";
import { Notice } from "../ui/notice";
import { Sheet } from "../ui/sheet";
import { Switched } from "../ui/switched";
import { TextField } from "../ui/text-field";
import { CourseChoices, useCoursesInUse } from "./course-choices";
import { useCreateListingMutation } from "./selling-api";

export function NewListing({
  school,
  course,
  onClose,
}: {
  school: string;
  /** What is in it to begin with. */
  course?: string;
  onClose(): void;
}) {
  const [title, setTitle] = useState<string | null>(null);
  const [chosen, setChosen] = useState<string[]>(course === undefined ? [] : [course]);
  const [isMembership, setMembership] = useState(false);
  const [create, { error, isLoading }] = useCreateListingMutation();
  const router = useRouter();
  const courses = useCoursesInUse(school);
  const proposed = isMembership
    ? "Every course"
    : courses
        .filter(({ id }) => chosen.includes(id))
        .map((course) => course.title)
        .join(" and ");
  const name = (title ?? proposed).slice(0, 200);
  const submit = async () => {
    const what = isMembership ? { courses: [], membership: true } : { courses: chosen };
    const answer = await create({ school, body: { title: name, ...what } });
    if ("data" in answer && answer.data) router.push(`/${school}/sales/${answer.data.id}`);
  };
  return (
    <Sheet title="Put something on sale" onClose={onClose}>
      {error ? <Notice {...explain(error)} /> : null}
      <Switched
        label="A membership"
        says="Every course is open to whoever has it, those to come too. What is left out you say then."
        on={isMembership}
        onChange={setMembership}
      />
      {isMembership ? null : (
        <CourseChoices
          school={school}
          label="What is in it"
          chosen={chosen}
          onChosen={(id, on) =>
            setChosen(on ? [...chosen, id] : chosen.filter((one) => one !== id))
          }
        />
      )}
      <TextField label="What it is called" value={name} maxLength={200} onChangeText={setTitle} />
      <PrimaryAction
        label="Go on to its price"
        disabled={name.trim() === "" || !(isMembership || chosen.length > 0)}
        busy={isLoading}
        onPress={submit}
      />
    </Sheet>
  );
}
