/** What the one who looks may do in a school: asked of the server, never worked out here. */
import type { Permission } from "@dawngate/contract/permissions";
import { useGetSchoolQuery } from "./api";

/** Answers whether they have a permission; nothing, until the school is there. */
export function useMay(school: string): (permission: Permission) => boolean {
  const { data } = useGetSchoolQuery({ school });
  return (permission) => data?.may.includes(permission) ?? false;
}
