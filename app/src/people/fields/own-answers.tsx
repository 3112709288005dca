/** What this school has asked of oneself, and what one answered: read, and put right. */
import { useAnswerFieldsMutation, useGetAskedFieldsQuery } from "./api";
import { FieldsSection } from "./lazy-fields";

export function OwnAnswers({ school }: { school: string }) {
  const { data } = useGetAskedFieldsQuery(
    { school, at: null },
    { refetchOnMountOrArgChange: true },
  );
  const [answer, { error, isLoading }] = useAnswerFieldsMutation();
  if (!data || data.fields.length === 0) return null;
  const keep = async (values: Parameters<typeof answer>[0]["body"]["values"]) =>
    !(await answer({ school, body: { values } })).error;
  return (
    <FieldsSection
      title="What you told this school"
      says="Its staff see it. Put right what has changed."
      fields={data.fields}
      change={{ busy: isLoading, error, keep }}
    />
  );
}
