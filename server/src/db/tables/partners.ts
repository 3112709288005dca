/** Partners who bring buyers. */
import type { PartnerTerms } from "@dawngate/contract/partners";
import type { Generated } from "kysely";

/** What was agreed with partners by the time of an order, as the order keeps it. */
export interface Agreed extends PartnerTerms {
  /** By partner. */
  percent: Record<string, number>;
  /** Whose links were followed, the earliest first. */
  touches: { partner: string; at: string }[];
}

interface PartnerTable {
  school_id: string;
  id: string;
  name: string;
  email: string;
  word: string;
  percent: number;
  ended: Generated<boolean>;
  page_hash: Generated<string | null>;
}

interface PartnerVisitTable {
  school_id: string;
  partner_id: string;
  day: string;
  visits: number;
}

interface PartnerShareTable {
  school_id: string;
  order_id: string;
  partner_id: string;
  at: string;
  currency: string;
  percent: number;
  paid: boolean;
  net: string;
  earned: string;
  payable: string;
  next_at: string | null;
  stale: boolean;
}

/** Sums of shares, kept by the database with each of them. */
interface PartnerSumTable {
  school_id: string;
  partner_id: string;
  currency: string;
  orders: number;
  unfinished: number;
  net: string;
  earned: string;
  payable: string;
}

interface PartnerPayoutTable {
  school_id: string;
  id: string;
  partner_id: string;
  key: string;
  at: string;
  currency: string;
  amount: string;
  note: string;
  account_id: string | null;
  taken_back: string | null;
}

export interface PartnerTables {
  partner: PartnerTable;
  partner_visit: PartnerVisitTable;
  partner_share: PartnerShareTable;
  partner_sum: PartnerSumTable;
  partner_payout: PartnerPayoutTable;
}
