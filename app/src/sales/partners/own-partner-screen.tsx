/** A partner's own page, for whoever has its link. */
import { useLocalSearchParams } from "expo-router";
import { Coming, titleComing } from "../../store/coming";
import { NightPage } from "../../ui/night-page";
import { Page } from "../../ui/page";
import { useGetPartnerPageQuery } from "./own-api";
import { OwnPage } from "./own-page";

export function OwnPartnerScreen() {
  const {
    school,
    partner,
    secret = "",
  } = useLocalSearchParams() as unknown as { school: string; partner: string; secret?: string };
  const { data, error, refetch } = useGetPartnerPageQuery(
    { school, partner, secret },
    { refetchOnMountOrArgChange: true },
  );
  if (!data)
    return (
      <Page title={titleComing(error)} narrow>
        <Coming error={error} onRetry={refetch} />
      </Page>
    );
  return (
    <NightPage title={`What ${data.name} brings`} above={{ text: data.schoolName }}>
      <OwnPage page={data} />
    </NightPage>
  );
}
