/** What was announced to visitors too. */
import { AnnouncementItem } from "../announcement-item";
import { type Drawn, Headed } from "./block";

export const Announcements: Drawn<"announcements"> = ({ block, shown }) =>
  shown.announcements.length === 0 ? null : (
    <Headed title={block.title || "Announcements"}>
      {shown.announcements.map((announcement) => (
        <AnnouncementItem key={announcement.id} announcement={announcement} />
      ))}
    </Headed>
  );
