/** A company that nothing is said of yet. */
import type { Billing } from "@dawngate/contract/sales";

export const NO_COMPANY: Billing = { company: "", address: "", reference: "" };
