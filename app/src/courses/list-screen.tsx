/** The school's courses: a new one from the top; how large each is, who is in it, and what opens next. */
import type { CourseSummary } from "@dawngate/contract/courses";
import type { School } from "@dawngate/contract/school";
import { useLocalSearchParams, useRouter } from "expo-router";
import { useState } from "react";
import { useGetSchoolQuery } from "../school/api";
import { Coming } from "../store/coming";
import { Page } from "../ui/page";
import { Table } from "../ui/table/table";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { useGetCoursesQuery } from "./api";
import { ArrangeSheet } from "./arrange-sheet";
import { COURSE_ORDERS, type CourseOrder, CourseRow, courseColumns } from "./course-columns";
import { Filters, grouped, isFound, SHOWN, type Show } from "./filters";
import { NewCourse } from "./new-course";

export function CourseListScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const about = useGetSchoolQuery({ school });
  const list = useGetCoursesQuery({ school }, { refetchOnMountOrArgChange: true });
  return (
    <Page title="Courses" full dense>
      <TextLink href={`/${school}/year`}>The year: all cohorts and windows</TextLink>
      {list.data && about.data ? (
        <Courses courses={list.data.courses} school={about.data} />
      ) : (
        <Coming
          error={list.error ?? about.error}
          widths={[0.8, 0.6, 0.8, 0.6, 0.8, 0.6]}
          onRetry={() => {
            list.refetch();
            about.refetch();
          }}
        />
      )}
    </Page>
  );
}

function Courses({ courses, school }: { courses: CourseSummary[]; school: School }) {
  const { quiet } = usePalette();
  const router = useRouter();
  const [search, setSearch] = useState("");
  const [show, setShow] = useState<Show>("current");
  const [order, setOrder] = useState<CourseOrder>("hand");
  const [open, setOpen] = useState<string | null>(null);
  const owner = school.may.includes("courses.make");
  const found = courses.filter((course) => SHOWN[show](course) && isFound(course, search));
  // By hand, groups stay together; by a column, what is compared stands together.
  const rows =
    order === "hand"
      ? grouped(found).flatMap(([, list]) => list)
      : [...found].sort(COURSE_ORDERS[order]);
  const chosen = courses.find(({ id }) => id === open);
  const setting = {
    school,
    courses,
    groups: courses.some(({ group }) => group !== ""),
    onOpen: ({ id, version }: CourseSummary) =>
      router.push(
        `/${school.slug}/courses/${id}${version !== null ? "" : school.may.includes("courses.edit") ? "/edit" : "/remarks"}`,
      ),
    onArrange: owner ? ({ id }: CourseSummary) => setOpen(id) : null,
  };
  const headingOf = (course: CourseSummary) => {
    const before = rows[rows.indexOf(course) - 1];
    return course.group === "" || before?.group === course.group ? null : course.group;
  };
  return (
    <>
      {owner ? <NewCourse school={school} courses={courses} /> : null}
      {courses.length > 1 ? (
        <Filters
          search={search}
          onSearch={setSearch}
          show={show}
          onShow={setShow}
          courses={courses}
        />
      ) : null}
      {courses.length === 0 ? (
        <Text color={quiet}>
          Courses stand here. Begin with a working title; everything about it can be changed.
        </Text>
      ) : found.length === 0 ? (
        <Text role="status" color={quiet}>
          {search.trim() === ""
            ? "No course of this kind."
            : `No course is called “${search.trim()}”.`}
        </Text>
      ) : (
        <Table
          label="Courses"
          name="courses"
          columns={courseColumns(setting)}
          rows={rows}
          of={rows.length}
          keyOf={({ id }) => id}
          height={{ wide: 76, phone: 104 }}
          order={order}
          // The same head once more: as the school has arranged them.
          onOrder={(next) => setOrder(next === order ? "hand" : next)}
          onOpen={setting.onOpen}
          onEnd={() => undefined}
          phone={(course) => <CourseRow {...setting} course={course} heading={headingOf(course)} />}
        />
      )}
      {chosen ? (
        <ArrangeSheet
          school={school.slug}
          course={chosen}
          courses={courses}
          onClose={() => setOpen(null)}
        />
      ) : null}
    </>
  );
}
