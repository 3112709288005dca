/** The migrations, by name, in order. They are only ever added to. */
import * as m0001 from "./0001-schools-courses-enrollments";
import * as m0002 from "./0002-people-and-drafts";
import * as m0003 from "./0003-projection-header";
import * as m0004 from "./0004-many-courses";
import * as m0005 from "./0005-covers";
import * as m0006 from "./0006-meant-so";
import * as m0007 from "./0007-versions-held";
import * as m0008 from "./0008-who-did-it";
import * as m0009 from "./0009-proven-accounts";
import * as m0010 from "./0010-outbox";
import * as m0011 from "./0011-versions-name-their-lessons";
import * as m0012 from "./0012-person-lines";
import * as m0013 from "./0013-course-divided";
import * as m0014 from "./0014-heartbeat";
import * as m0015 from "./0015-quick-crowds";
import * as m0016 from "./0016-calendar-feeds";
import * as m0017 from "./0017-people-in-order";
import * as m0018 from "./0018-sales";
import * as m0019 from "./0019-who-needs-somebody";
import * as m0020 from "./0020-catalog";
import * as m0021 from "./0021-team-seats";
import * as m0022 from "./0022-tax-by-place";
import * as m0023 from "./0023-follow-up";
import * as m0024 from "./0024-pages";
import * as m0025 from "./0025-gifts";
import * as m0026 from "./0026-running-orders";
import * as m0027 from "./0027-renewals";
import * as m0028 from "./0028-refunds";
import * as m0029 from "./0029-notices";
import * as m0030 from "./0030-lesson-parts";
import * as m0031 from "./0031-ways-in";
import * as m0032 from "./0032-people-files";
import * as m0033 from "./0033-checks";
import * as m0034 from "./0034-assignments";
import * as m0035 from "./0035-statements";
import * as m0036 from "./0036-documents";
import * as m0037 from "./0037-orders-by-hand";
import * as m0038 from "./0038-way-changes";
import * as m0039 from "./0039-disputes";
import * as m0040 from "./0040-seat-links";
import * as m0041 from "./0041-any-end";
import * as m0042 from "./0042-orders-of-enrollments";
import * as m0043 from "./0043-announced-to-whom";
import * as m0044 from "./0044-reminders";
import * as m0045 from "./0045-had-before";
import * as m0046 from "./0046-own-fields";
import * as m0047 from "./0047-audience";
import * as m0048 from "./0048-where-cohorts-meet";
import * as m0049 from "./0049-review-mail";
import * as m0050 from "./0050-roster-views";
import * as m0051 from "./0051-partners";
import * as m0052 from "./0052-year-feeds";
import * as m0053 from "./0053-memberships";
import * as m0054 from "./0054-for-some-cohorts";
import * as m0055 from "./0055-membership-seats";
import * as m0056 from "./0056-news";
import * as m0057 from "./0057-payouts";
import * as m0058 from "./0058-told";
import * as m0059 from "./0059-not-mailed";
import * as m0060 from "./0060-announced-prices";
import * as m0061 from "./0061-act-words";
import * as m0062 from "./0062-words-of-cohorts";
import * as m0063 from "./0063-devices";
import * as m0064 from "./0064-languages";
import * as m0065 from "./0065-planned-letters";
import * as m0066 from "./0066-membership-subjects";
import * as m0067 from "./0067-crowds-told";
import * as m0068 from "./0068-reminder-language";
import * as m0069 from "./0069-overruled-rows";
import * as m0070 from "./0070-fields-of-all";
import * as m0071 from "./0071-cards";
import * as m0072 from "./0072-ends";
import * as m0073 from "./0073-deliveries";
import * as m0074 from "./0074-end-moves";
import * as m0075 from "./0075-people-by-address";
import * as m0076 from "./0076-kept-income";
import * as m0077 from "./0077-chain-at-once";
import * as m0078 from "./0078-orders-found";
import * as m0079 from "./0079-till-attempts";
import * as m0080 from "./0080-course-inside";
import * as m0081 from "./0081-schools-to-keep-income";

export const migrations = {
  "0001-schools-courses-enrollments": m0001,
  "0002-people-and-drafts": m0002,
  "0003-projection-header": m0003,
  "0004-many-courses": m0004,
  "0005-covers": m0005,
  "0006-meant-so": m0006,
  "0007-versions-held": m0007,
  "0008-who-did-it": m0008,
  "0009-proven-accounts": m0009,
  "0010-outbox": m0010,
  "0011-versions-name-their-lessons": m0011,
  "0012-person-lines": m0012,
  "0013-course-divided": m0013,
  "0014-heartbeat": m0014,
  "0015-quick-crowds": m0015,
  "0016-calendar-feeds": m0016,
  "0017-people-in-order": m0017,
  "0018-sales": m0018,
  "0019-who-needs-somebody": m0019,
  "0020-catalog": m0020,
  "0021-team-seats": m0021,
  "0022-tax-by-place": m0022,
  "0023-follow-up": m0023,
  "0024-pages": m0024,
  "0025-gifts": m0025,
  "0026-running-orders": m0026,
  "0027-renewals": m0027,
  "0028-refunds": m0028,
  "0029-notices": m0029,
  "0030-lesson-parts": m0030,
  "0031-ways-in": m0031,
  "0032-people-files": m0032,
  "0033-checks": m0033,
  "0034-assignments": m0034,
  "0035-statements": m0035,
  "0036-documents": m0036,
  "0037-orders-by-hand": m0037,
  "0038-way-changes": m0038,
  "0039-disputes": m0039,
  "0040-seat-links": m0040,
  "0041-any-end": m0041,
  "0042-orders-of-enrollments": m0042,
  "0043-announced-to-whom": m0043,
  "0044-reminders": m0044,
  "0045-had-before": m0045,
  "0046-own-fields": m0046,
  "0047-audience": m0047,
  "0048-where-cohorts-meet": m0048,
  "0049-review-mail": m0049,
  "0050-roster-views": m0050,
  "0051-partners": m0051,
  "0052-year-feeds": m0052,
  "0053-memberships": m0053,
  "0054-for-some-cohorts": m0054,
  "0055-membership-seats": m0055,
  "0056-news": m0056,
  "0057-payouts": m0057,
  "0058-told": m0058,
  "0059-not-mailed": m0059,
  "0060-announced-prices": m0060,
  "0061-act-words": m0061,
  "0062-words-of-cohorts": m0062,
  "0063-devices": m0063,
  "0064-languages": m0064,
  "0065-planned-letters": m0065,
  "0066-membership-subjects": m0066,
  "0067-crowds-told": m0067,
  "0068-reminder-language": m0068,
  "0069-overruled-rows": m0069,
  "0070-fields-of-all": m0070,
  "0071-cards": m0071,
  "0072-ends": m0072,
  "0073-deliveries": m0073,
  "0074-end-moves": m0074,
  "0075-people-by-address": m0075,
  "0076-kept-income": m0076,
  "0077-chain-at-once": m0077,
  "0078-orders-found": m0078,
  "0079-till-attempts": m0079,
  "0080-course-inside": m0080,
  "0081-schools-to-keep-income": m0081,
};
