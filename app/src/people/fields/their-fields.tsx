/** What stands in the school's own fields about a person, for staff. */
import { useMay } from "../../school/may";
import { FieldsSection } from "./lazy-fields";
import { useGetFieldsOfQuery, useSetFieldsOfMutation } from "./staff-api";

export function TheirFields({ school, person }: { school: string; person: string }) {
  const { data } = useGetFieldsOfQuery({ school, person }, { refetchOnMountOrArgChange: true });
  const [set, { error, isLoading }] = useSetFieldsOfMutation();
  const may = useMay(school);
  if (!data || data.fields.length === 0) return null;
  const keep = async (values: Parameters<typeof set>[0]["body"]["values"]) =>
    !(await set({ school, person, body: { values } })).error;
  return (
    <FieldsSection
      title="What the school knows of them"
      fields={data.fields}
      change={may("people.act") ? { busy: isLoading, error, keep } : null}
      forThem
    />
  );
}
