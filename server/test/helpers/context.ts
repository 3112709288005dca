/** A request's context, made without a request. */
import { permissionsOf, type StaffRole } from "@dawngate/contract/permissions";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../../src/db/connection";
import type { Context } from "../../src/school/context";

/** Somebody of the staff of the school at "one". */
export function contextOf(
  school: SchoolId,
  now: Instant,
  role: StaffRole = "owner",
  name = "A",
): Context {
  const permissions = new Set(permissionsOf(role));
  const id = name.toLowerCase();
  return {
    school,
    slug: "one",
    account: { id, name, email: `${id}@example.org`, strong: true, session: "session" },
    who: { kind: "account", id, name },
    role,
    now,
    person: null,
    languages: [],
    cohorts: null,
    courses: null,
    deletedAt: null,
    permissions,
    may: (permission) => permissions.has(permission),
    reaches: () => true,
    needsSecondStep: false,
  };
}
