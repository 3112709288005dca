/** Some of the school's courses, chosen: those that are put away are not offered. */
import { useGetCoursesQuery } from "../courses/api";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";

interface Props {
  school: string;
  label: string;
  chosen: readonly string[];
  onChosen(course: string, on: boolean): void;
}

export function CourseChoices({ school, label, chosen, onChosen }: Props) {
  const courses = useCoursesInUse(school);
  return (
    <Choices label={label} many>
      {courses.map(({ id, title }) => {
        const taken = chosen.includes(id);
        return (
          <Choice key={id} many label={title} taken={taken} onPress={() => onChosen(id, !taken)} />
        );
      })}
    </Choices>
  );
}

/** The school's courses but for those that are put away. */
export function useCoursesInUse(school: string) {
  const { data } = useGetCoursesQuery({ school });
  return data?.courses.filter((one) => !one.archived) ?? [];
}
