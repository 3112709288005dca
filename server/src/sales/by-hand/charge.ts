/** How a payment that staff marked is known beside those of the payment service: one a part, however often it is pressed. */
const BY_HAND = "by-hand-";

export const chargeByHand = (order: string, part: number) => `${BY_HAND}${order}-${part}`;

/** Its money comes and goes by transfer: the payment service knows nothing of it. */
export const isByHand = (charge: string) => charge.startsWith(BY_HAND);
