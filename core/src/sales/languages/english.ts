/** English. */
import { DOCUMENT_KINDS, LINE_WORDS } from "../line-words";
import type { SpokenSales } from "./spoken";

export const ENGLISH: SpokenSales = {
  kinds: { ...DOCUMENT_KINDS, receipt: "Receipt", "payment-request": "Payment request" },
  lines: LINE_WORDS,
  free: "Free",
  every: (count, unit) => (count === 1 ? `every ${unit}` : `every ${count} ${unit}s`),
  paper: {
    order: (id) => `Order ${id}`,
    credits: (invoices) => `Credits invoice ${invoices}`,
    reference: (text) => `Your reference: ${text}`,
    buyer: "For",
    taxNumber: (number) => `Tax number ${number}`,
    withoutTax: "Without tax",
    tax: (rate) => (rate === null ? "Tax" : `Tax, ${rate}`),
    paidOn: (day) => `Paid on ${day}`,
    givenBackOn: (day) => `Given back on ${day}`,
    inAll: "In all",
    ofItTax: "Of it tax",
    paid: "Paid",
    dueLater: "Due later",
    payBy: (day) => `To be paid by ${day}`,
    seats: (count) => `For ${count} seats.`,
    receivedOn: (day) => `Received by transfer on ${day}.`,
    givenBack: (title) => `Given back: ${title}`,
    period: (title, from, through) => `${title}, ${from} through ${through}`,
    part: (title, part, of) => `${title}, part ${part} of ${of}`,
    reverseCharge: (number) =>
      `Reverse charge: the tax is owed by the buyer (2006/112/EC art. 196). Tax number ${number}.`,
    outside: (country) => `No tax: supplied to ${country}, outside of the European Union.`,
    taxOf: (country, rate) => `Tax of ${country}, ${rate}.`,
    sayWith: (id) => `Say with the transfer: ${id}`,
    noInvoice: "This is no invoice. The invoice follows once the money has come.",
  },
  mail: {
    inAll: (amount, tax) => `In all: ${amount}${tax === null ? "" : `, of it tax ${tax}`}`,
    dueOn: (day, amount) => `Due on ${day}: ${amount}`,
    next: (amount, day) => `Next: ${amount} on ${day}.`,
    part: (part, of) => `part ${part} of ${of}`,
    period: (from) => `the period from ${from}`,
    file: (number) => `${number}, as a file, once you are signed in`,
    receiptFile: (number, order) =>
      `Receipt ${number}, order ${order}. As a file, once you are signed in`,
    requestFile: "The request as a file",
    sayWith: (id) => `Say with it: ${id}`,
    receipt: {
      subject: (title, number) => `Receipt ${number}: ${title}`,
      yours: (title) => `“${title}” is yours.`,
      renewed: (title) => `“${title}” is renewed.`,
      gift: (title, to, on) =>
        `“${title}” is your gift to ${to}, who is told ${on === null ? "now" : `on ${on}`}.`,
      nothingDue: "Nothing is due now.",
      paid: (amount) => `${amount} was paid.`,
      courses: "Go to my courses",
      stands: "See how it stands",
      giveOut: (seats) => `Give out ${seats} seats`,
    },
    paid: {
      subject: (title, amount) => `${amount} paid: ${title}`,
      says: (title, amount, which) => `${amount} was charged for “${title}”, ${which}.`,
      came: (title, amount, which) => `${amount} has come for “${title}”, ${which}.`,
      nothingLeft: "Nothing is left to pay.",
    },
    closed: {
      subject: (title) => `Closed until it is paid: ${title}`,
      says: (title, amount) =>
        `${amount} for “${title}” is unpaid. What you have done is kept; it opens again as soon as it is paid.`,
      ends: (day) => `If it stays unpaid, the order ends on ${day}.`,
      pay: "Pay it now",
    },
    ended: {
      subject: (title) => `Ended: ${title}`,
      says: (title) =>
        `“${title}” has ended, since a part of it stayed unpaid. Nothing is charged any more. To go on, write to us or buy it again.`,
    },
    disputes: {
      disputed: {
        subject: (title) => `A payment of it is disputed: ${title}`,
        says: (title) =>
          `A payment for “${title}” was disputed with the bank of the card. It is closed until that is settled; what you have done is kept. If you did not mean to dispute it, tell your bank so, or answer this mail.`,
      },
      "dispute-won": {
        subject: (title) => `It is open again: ${title}`,
        says: (title) =>
          `The dispute about a payment for “${title}” is settled: the payment stands, and it is open again.`,
      },
      "dispute-lost": {
        subject: (title) => `The disputed payment went back: ${title}`,
        says: (title) =>
          `The dispute about a payment for “${title}” is settled: the money goes back to the card, and the order has ended. Nothing is charged any more.`,
      },
    },
    notChanged: {
      subject: (title) => `Not changed: ${title}`,
      says: (title, amount) =>
        `“${title}” could not be changed: by the time your card had answered, the change came to another sum. ${amount} was charged for it and goes back to you. You can change it again.`,
    },
    changed: {
      subject: (title) => `Changed: ${title}`,
      now: (title, price) => `“${title}” is paid in another way from today on, ${price} a period.`,
      charged: (amount) =>
        `${amount} was charged: what was left of the period before counts in it.`,
      nothingCharged: "Nothing was charged: what was left of the period before was worth as much.",
      later: (title, price) =>
        `“${title}” is paid in another way from its next period on, ${price} a period. Nothing was charged today.`,
    },
    announced: {
      subject: (title, price, was) => `${price} instead of ${was}: ${title}`,
      says: (title, from, price, was) =>
        `From ${from} on, “${title}” costs you ${price} instead of ${was}.`,
      before: "What falls due before that day costs what it does now.",
      first: (day) =>
        `Your first payment at that price is due on ${day}; all before it cost what they do now.`,
      youMay:
        "You need to do nothing if you want to go on. If not, cancel it before that payment: it stays yours until the last day you have paid for, and nothing more is charged.",
      look: "Look at it, or cancel it",
      stays: {
        subject: (title, was) => `It stays at ${was}: ${title}`,
        says: (title, was, price) =>
          `“${title}” goes on costing you ${was}. The change to ${price} that we had written to you about does not come; you need to do nothing.`,
      },
    },
    card: {
      ends: {
        subject: (title) => `Your card ends before the next payment: ${title}`,
        says: (title, card, amount, day) =>
          `${amount} for “${title}” is due on ${day}. The card on file, ${card}, is not good any more by then.`,
      },
      none: {
        subject: (title) => `A card is needed for the next payment: ${title}`,
        says: (title, amount, day) =>
          `${amount} for “${title}” is due on ${day}, and there is no card on file yet.`,
      },
      putIn: "Put one in before that day, and it goes on by itself. Nothing is charged before.",
      put: "Put in a card",
      kept: {
        subject: (title) => `Your card is kept: ${title}`,
        says: (title, card) =>
          `What falls due for “${title}” is charged to the card ${card} from now on. Nothing was charged for putting it in.`,
      },
    },
    back: {
      subject: (title, amount) => `${amount} goes back to you: ${title}`,
      notDue: (title) => `What was still to be paid for “${title}” is not due any more.`,
      byTransfer: (title, amount) =>
        `${amount} of “${title}” is transferred back to you, within a few days.`,
      toCard: (title, amount) =>
        `${amount} of “${title}” goes back to the card it was paid with, within a few days.`,
      ends: "With it your access has ended.",
    },
    unfinished: {
      subject: (title) => `You have not finished buying ${title}`,
      says: (title) => `You began to buy “${title}” and did not pay. Nothing was charged.`,
      way: "If something stood in the way, answer this mail. Otherwise the page is still there; the price is that of the day.",
      back: "Go back to it",
      only: "This is the only mail about it.",
    },
    notGiven: {
      subject: (title) => `Your gift could not be given: ${title}`,
      says: (title, to) =>
        `${to} is in “${title}” already, and was told nothing. The gift is still yours to give: choose somebody else.`,
      give: "Give it to somebody",
    },
  },
};
