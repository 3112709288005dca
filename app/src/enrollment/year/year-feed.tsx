/** The year in one's calendar: an address it subscribes to, of one's own. */
import { FeedAddress } from "../lazy-feed";
import { useDropYearFeedMutation, useGetYearFeedQuery, useRenewYearFeedMutation } from "./api";

export function YearFeed({ school, onClose }: { school: string; onClose(): void }) {
  const { data, error } = useGetYearFeedQuery({ school });
  const [renew, renewing] = useRenewYearFeedMutation();
  const [drop, dropping] = useDropYearFeedMutation();
  return (
    <FeedAddress
      title="The year in my calendar"
      says="Your calendar asks for the year twice a day: when people can enroll, when cohorts start and end, what is sold for a time. What moves here moves there too."
      reads="these days of the courses you may read, as long as you are of the staff"
      made={data?.made}
      error={error ?? renewing.error ?? dropping.error}
      renewing={renewing}
      dropping={dropping}
      onRenew={() => renew({ school })}
      onDrop={() => drop({ school })}
      onClose={onClose}
    />
  );
}
