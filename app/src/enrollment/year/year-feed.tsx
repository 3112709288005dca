/** The year in one's calendar: an address it subscribes to, of one's own. */
import { FeedAddress } from "../lazy-beside";
import { useDropYearFeedMutation, useGetYearFeedQuery, useRenewYearFeedMutation } from "./api";

export function YearFeed({ school, onClose }: { school: string; onClose(): void }) {
  return (
    <FeedAddress
      school={school}
      title="The year in my calendar"
      says="Your calendar asks for the year twice a day: when people can enroll, when cohorts start and end, what is sold for a time. What moves here moves there too."
      reads="these days of the courses you may read, as long as you are of the staff"
      feed={useGetYearFeedQuery({ school })}
      renew={useRenewYearFeedMutation()}
      drop={useDropYearFeedMutation()}
      onClose={onClose}
    />
  );
}
