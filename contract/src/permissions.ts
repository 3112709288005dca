/** Who may do what in a school: one table. Routes name a permission, the application asks what it may. */
import { z } from "zod";

/** What staff can be. */
export const STAFF_ROLES = ["owner", "manager", "author", "instructor", "reviewer"] as const;
export const staffRole = z.enum(STAFF_ROLES);
export type StaffRole = z.infer<typeof staffRole>;

/** `visitor`: signed in, but nothing here; `nobody`: not signed in. */
export const role = z.enum([...STAFF_ROLES, "enrollee", "visitor", "nobody"]);
export type Role = z.infer<typeof role>;

/** What each role is, in a sentence. */
export const ROLE_WORDS: Record<StaffRole, string> = {
  owner: "Everything, staff and the school's settings among it",
  manager: "People and cohorts, in all courses; edits no course",
  author: "Edits and publishes courses: all of them, or those they are invited to",
  instructor: "Sees and looks after the people of their own cohorts",
  reviewer: "Reads courses as they are edited, and leaves remarks",
};

const everybody = role.options;
const signedIn = everybody.filter((one) => one !== "nobody");
const staff: readonly Role[] = STAFF_ROLES;

/** Each permission: what it lets one do, in words, and whom. */
export const PERMISSIONS = {
  "school.see": { words: "See the school and its courses' public pages", roles: everybody },
  "self.learn": { words: "Enroll oneself, and learn in one's own courses", roles: signedIn },
  "courses.read": { words: "Read courses, published and as they are edited", roles: staff },
  "courses.edit": {
    words: "Edit courses: outline, gates, texts, cover",
    roles: ["owner", "author"],
  },
  "courses.make": { words: "Make, copy, order and archive courses", roles: ["owner", "author"] },
  "courses.publish": {
    words: "Publish, and see what a change would do to people",
    roles: ["owner", "author"],
  },
  "remarks.write": {
    words: "Leave remarks on a course, and settle them",
    roles: ["owner", "author", "reviewer"],
  },
  "cohorts.change": { words: "Make and change cohorts", roles: ["owner", "manager"] },
  "people.see": {
    words: "See people, their dates and their records (instructors: of their cohorts)",
    roles: ["owner", "manager", "instructor"],
  },
  "people.enroll": {
    words: "Enroll people by hand (instructors: into their cohorts)",
    roles: ["owner", "manager", "instructor"],
  },
  "people.act": {
    words: "Extend, pause, open early, withdraw, move (instructors: in their cohorts)",
    roles: ["owner", "manager", "instructor"],
  },
  "fields.change": {
    words: "Say what the school asks about people, in fields of its own",
    roles: ["owner", "manager"],
  },
  "questions.answer": {
    words: "Answer what people ask under lessons (instructors: people of their cohorts)",
    roles: ["owner", "manager", "author", "instructor"],
  },
  "submissions.review": {
    words: "Review what people hand in (instructors: people of their cohorts)",
    roles: ["owner", "manager", "author", "instructor"],
  },
  "sales.see": {
    words: "See what is on sale, and the orders",
    roles: ["owner", "manager"],
  },
  "sales.change": { words: "Put on sale, and change prices", roles: ["owner", "manager"] },
  "sales.order": {
    words: "Write orders by hand, and mark them as paid",
    roles: ["owner", "manager"],
  },
  "sales.refund": { words: "Give money back", roles: ["owner", "manager"] },
  "notices.see": {
    words: "See what people are told, and what has gone out",
    roles: ["owner", "manager"],
  },
  "notices.change": {
    words: "Say which notices go out, when, and in which words",
    roles: ["owner", "manager"],
  },
  "people.take": {
    words: "Take a person's data out, or forget a person",
    roles: ["owner"],
  },
  "staff.see": {
    words: "See who the staff are, and who leads which cohort",
    roles: ["owner", "manager"],
  },
  "staff.lead": { words: "Say which cohorts an instructor leads", roles: ["owner", "manager"] },
  "staff.change": {
    words: "Invite, change and remove staff; hand the school over",
    roles: ["owner"],
  },
  "school.change": { words: "Change the school's settings and calendar", roles: ["owner"] },
  "school.take": { words: "Take the whole school out, or delete it", roles: ["owner"] },
  "record.read": { words: "Read and export the record of changes", roles: ["owner"] },
  "jobs.see": { words: "See work that failed, and have it tried again", roles: ["owner"] },
} as const satisfies Record<string, { words: string; roles: readonly Role[] }>;

export type Permission = keyof typeof PERMISSIONS;
export const permission = z.enum(Object.keys(PERMISSIONS) as [Permission, ...Permission[]]);

/**
 * What a role may.
 *
 * @example permissionsOf("reviewer") // ["school.see", "self.learn", "courses.read", "remarks.write"]
 */
export function permissionsOf(who: Role): Permission[] {
  return permission.options.filter((name) => rolesWith(name).includes(who));
}

/** The roles that have a permission. */
export function rolesWith(name: Permission): readonly Role[] {
  return PERMISSIONS[name].roles;
}

/** Whether a permission is everybody's who is signed in, whatever they are in the school. */
export function isForAnybody(name: Permission): boolean {
  return rolesWith(name).includes("visitor");
}
