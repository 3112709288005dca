/** What one's memberships open: the courses that one has not taken up yet, page by page. */
import type { MemberCourses, memberCoursesQuery } from "@dawngate/contract/enrollment";
import { formatInstant } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../../base/cursor";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { reading } from "../../school/service";
import { opens } from "./member";
import { coursesMet, membershipsOf, takenUp } from "./store";

/** After so many of them. */
const place = z.tuple([z.int().min(0)]);

export async function showMemberCourses(
  { db }: Pick<Services, "db">,
  context: Context,
  { after, most }: z.output<typeof memberCoursesQuery>,
): Promise<MemberCourses> {
  const { person, now } = context;
  if (person === null) return { memberships: [], courses: [], total: 0, next: null };
  const [start] = after === undefined ? [0] : readCursor(place, after);
  return reading(db, context, async (tx) => {
    const held = await membershipsOf(tx, person, formatInstant(now));
    const taken = held.length === 0 ? null : await takenUp(tx, person, formatInstant(now));
    const open = taken
      ? (await coursesMet(tx)).filter(
          (course) => !taken.has(course.id) && held.some((one) => opens(one, course)),
        )
      : [];
    const end = start + most;
    return {
      memberships: held.map(({ listing, title, order, seat, endsAt }) => {
        // A seat was bought by somebody else: their order is theirs.
        return { listing, title, order: seat === 0 ? order : null, until: endsAt };
      }),
      courses: open.slice(start, end).map(({ id, title, cover }) => ({ id, title, cover })),
      total: open.length,
      next: open.length > end ? writeCursor([end]) : null,
    };
  });
}
