/** Somebody's wishes by a key: the page behind the last line of every notice. */
import { explain } from "../store/api";
import { Coming, titleComing } from "../store/coming";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useChangeWishesByKeyMutation, useGetWishesByKeyQuery } from "./api";
import { Wishes } from "./wishes";

export function Told({ school, secret }: { school: string; secret: string }) {
  const place = { school, key: secret };
  const { data, error, refetch } = useGetWishesByKeyQuery(place);
  const [change, { error: refused, isLoading, isSuccess }] = useChangeWishesByKeyMutation();
  const { quiet } = usePalette();
  return (
    <Page
      title={data ? "What you are told" : titleComing(error)}
      narrow
      {...(data && { above: { text: data.school } })}
    >
      {data ? (
        <>
          <Text color={quiet}>{`By mail to ${data.name}. A change counts at once.`}</Text>
          {refused ? <Notice {...explain(refused)} /> : null}
          <Text kind="small" color={quiet} role="status">
            {isLoading ? "Keeping…" : isSuccess ? "Kept" : " "}
          </Text>
          <Wishes kept={data} onChange={(body) => change({ ...place, body })} />
        </>
      ) : (
        <Coming error={error} onRetry={refetch} />
      )}
    </Page>
  );
}
