/** What one is told, among what one sets for oneself; nothing for whoever is in no course here. */
import { explain } from "../store/api";
import { Notice } from "../ui/notice";
import { Section } from "../ui/section";
import { useChangeOwnWishesMutation, useGetOwnWishesQuery } from "./api";
import { OwnDevices } from "./devices/own-devices";
import { Wishes } from "./wishes";

export function OwnWishes({ school }: { school: string }) {
  const { data } = useGetOwnWishesQuery({ school });
  const [change, { error }] = useChangeOwnWishesMutation();
  if (!data) return null;
  return (
    <Section
      title="What you are told"
      says="By mail when it is due, and where you want it besides."
    >
      <OwnDevices school={school} />
      {error ? <Notice {...explain(error)} /> : null}
      <Wishes kept={data} onChange={(body) => change({ school, body })} />
    </Section>
  );
}
