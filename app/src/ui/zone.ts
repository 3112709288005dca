/** The zone this browser's clock is in. */
export const ownZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone;
