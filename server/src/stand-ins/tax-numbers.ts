/**
 * Tax numbers of companies in the EU, as a register would answer. The stand-in knows their forms (as the member states
 * publish them; from memory) and takes every number of its country's form for a valid one, but for those that end in
 * 000, which are not registered.
 */
export type NumberAnswer = "valid" | "invalid";

/** What a real register, asked over the network, could take the place of. */
export interface TaxNumberService {
  check(country: string, number: string): Promise<NumberAnswer>;
}

const FORMS: Readonly<Record<string, RegExp>> = {
  AT: /^U\d{8}$/,
  BE: /^[01]\d{9}$/,
  BG: /^\d{9,10}$/,
  CY: /^\d{8}[A-Z]$/,
  CZ: /^\d{8,10}$/,
  DE: /^\d{9}$/,
  DK: /^\d{8}$/,
  EE: /^\d{9}$/,
  ES: /^[A-Z0-9]\d{7}[A-Z0-9]$/,
  FI: /^\d{8}$/,
  FR: /^[A-Z0-9]{2}\d{9}$/,
  GR: /^\d{9}$/,
  HR: /^\d{11}$/,
  HU: /^\d{8}$/,
  IE: /^\d[A-Z0-9]\d{5}[A-Z]{1,2}$/,
  IT: /^\d{11}$/,
  LT: /^(\d{9}|\d{12})$/,
  LU: /^\d{8}$/,
  LV: /^\d{11}$/,
  MT: /^\d{8}$/,
  NL: /^\d{9}B\d{2}$/,
  PL: /^\d{10}$/,
  PT: /^\d{9}$/,
  RO: /^\d{2,10}$/,
  SE: /^\d{12}$/,
  SI: /^\d{8}$/,
  SK: /^\d{10}$/,
};

/** A number without its country's letters, spaces and signs; Greece writes EL. */
export function bareNumber(country: string, number: string): string {
  const bare = number.toUpperCase().replaceAll(/[^A-Z0-9]/g, "");
  const prefix = country === "GR" ? "EL" : country;
  return bare.startsWith(prefix) ? bare.slice(2) : bare;
}

export function practiceNumbers(): TaxNumberService {
  return {
    async check(country, number) {
      const bare = bareNumber(country, number);
      const isOfForm = FORMS[country]?.test(bare) ?? false;
      return isOfForm && !bare.endsWith("000") ? "valid" : "invalid";
    },
  };
}
