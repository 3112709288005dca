/** Upkeep: work that failed, the whole school as a file, and deleting it. */

import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { useForm } from "react-hook-form";
import { SchoolSides } from "../frame/sides";
import { explain } from "../store/api";
import { addressOf } from "../store/ask";
import { QuietAction } from "../ui/action";
import { Field } from "../ui/field";
import { FileLink } from "../ui/file-link";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Row, Section } from "../ui/section";
import { Skeleton } from "../ui/skeleton";
import { Text } from "../ui/text";
import { useGetSchoolQuery } from "./api";
import { arrive } from "./arrive";
import { useMay } from "./may";
import { UPKEEP } from "./places";
import {
  useBringBackMutation,
  useDeleteSchoolMutation,
  useGetFailedWorkQuery,
  useRetryWorkMutation,
} from "./staff-api";

export function UpkeepScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: about } = useGetSchoolQuery({ school });
  const may = useMay(school);
  return (
    <Page title="Upkeep" {...(about && { above: { text: about.name } })}>
      <SchoolSides school={school} here={UPKEEP} />
      <FailedWork school={school} zone={about?.timeZone ?? "UTC"} />
      {may("school.take") ? (
        <>
          <Section
            title="Take the school with you"
            says="Everything in it as one file, a row a line (NDJSON): courses with all versions and texts, people, enrollments, what happened, the record of changes."
          >
            <FileLink href={addressOf("getSchoolData", { school })}>Download the school</FileLink>
          </Section>
          <Deleting school={school} />
        </>
      ) : null}
    </Page>
  );
}

function FailedWork({ school, zone }: { school: string; zone: string }) {
  const { data, error, refetch } = useGetFailedWorkQuery(
    { school },
    {
      refetchOnMountOrArgChange: true,
      pollingInterval: 10_000,
    },
  );
  const [retry, retrying] = useRetryWorkMutation();
  return (
    <Section
      title="Work that failed"
      says="What follows a change (a mail, dates worked out again) is tried several times, with growing waits. What still fails stands here."
    >
      {retrying.error ? <Notice {...explain(retrying.error)} /> : null}
      {!data ? (
        error ? (
          <Notice {...explain(error)} onRetry={refetch} />
        ) : (
          <Skeleton widths={[0.6, 0.5]} />
        )
      ) : (
        <>
          <Text role="status">
            {data.failed.length === 0 ? "Nothing has failed. " : ""}
            {data.waiting === 0
              ? "Nothing waits."
              : `${data.waiting === 1 ? "One piece of work waits" : `${data.waiting} pieces of work wait`}, or ${data.waiting === 1 ? "is" : "are"} being done.`}
          </Text>
          {data.failed.map(({ id, about, fault, attempts, at }) => (
            <Row
              key={id}
              title={about}
              says={`Since ${sayWrittenInstant(at, zoneOf(zone))}, tried ${attempts} times: ${fault}`}
            >
              <QuietAction label="Try it again" onPress={() => retry({ school, work: id })} />
            </Row>
          ))}
        </>
      )}
    </Section>
  );
}

function Deleting({ school }: { school: string }) {
  const { control, handleSubmit } = useForm({ defaultValues: { slug: "" } });
  const [remove, { error, isLoading }] = useDeleteSchoolMutation();
  const submit = handleSubmit(async ({ slug }) => {
    if ("data" in (await remove({ school, body: { slug: slug.trim() } })))
      arrive(`/${school}/gone`);
  });
  return (
    <Section
      title="Delete the school"
      says="Nobody finds it from then on: not its courses, not its people's shelves. For thirty days its owners can bring it back; then everything in it is removed for good. All owners are told by mail."
    >
      {error ? <Notice {...explain(error)} /> : null}
      <Field
        control={control}
        name="slug"
        label={`Type its address, ${school}, to delete it`}
        check={(value) => value.trim() === school || `Type ${school}`}
      />
      <QuietAction label="Delete the school" onPress={submit} busy={isLoading} />
    </Section>
  );
}

/** A school that was deleted, for its owners, who can bring it back. */
export function GoneScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const [bring, { error, isLoading }] = useBringBackMutation();
  return (
    <Page title="This school was deleted" above={{ text: school }} narrow>
      <Text>
        Nobody finds it any more. Its owners can bring it back, as it was, for thirty days; then
        everything in it is removed for good.
      </Text>
      {error ? <Notice {...explain(error)} /> : null}
      <QuietAction
        label="Bring it back"
        busy={isLoading}
        onPress={async () => {
          if ("data" in (await bring({ school }))) arrive(`/${school}/settings`);
        }}
      />
    </Page>
  );
}
