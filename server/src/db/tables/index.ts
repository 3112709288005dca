/** The tables, as Kysely sees them, by room. Dates are `YYYY-MM-DD`, instants ISO 8601 in UTC: the driver is told so. */
import type { CatalogTables } from "./catalog";
import type { ChecksTables } from "./checks";
import type { CoursesTables } from "./courses";
import type { EnrollmentTables } from "./enrollment";
import type { FilesTables } from "./files";
import type { LessonsTables } from "./lessons";
import type { NoticesTables } from "./notices";
import type { PartnerTables } from "./partners";
import type { PeopleTables } from "./people";
import type { RemindersTables } from "./reminders";
import type { ReviewTables } from "./review";
import type { SalesTables } from "./sales";
import type { ScheduleTables } from "./schedule";
import type { SchoolTables } from "./school";
import type { StatementsTables } from "./statements";

export interface Tables
  extends SchoolTables,
    PeopleTables,
    CoursesTables,
    FilesTables,
    LessonsTables,
    ScheduleTables,
    EnrollmentTables,
    ReviewTables,
    SalesTables,
    PartnerTables,
    ChecksTables,
    CatalogTables,
    NoticesTables,
    RemindersTables,
    StatementsTables {}
