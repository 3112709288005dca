/** German. */
import type { SpokenSales, StepUnit } from "./spoken";

const ONE: Record<StepUnit, string> = { day: "Tag", week: "Woche", month: "Monat", year: "Jahr" };
const MANY: Record<StepUnit, string> = {
  day: "Tage",
  week: "Wochen",
  month: "Monate",
  year: "Jahre",
};

export const GERMAN: SpokenSales = {
  kinds: {
    receipt: "Quittung",
    invoice: "Rechnung",
    // "Gutschrift" is what a buyer writes who invoices himself (2006/112/EC art. 226(10a), from memory).
    "credit-note": "Rechnungskorrektur",
    "payment-request": "Zahlungsaufforderung",
  },
  lines: {
    price: "Preis",
    sale: "Aktionspreis",
    early: "Frühpreis",
    late: "Aufschlag für Späte",
    seats: (count) => `${count} Plätze`,
    holder: "Für alle, die schon dabei sind",
    code: "Code",
    tax: "Steuer",
    taxTakenOff: "Steuer abgezogen",
  },
  free: "Kostenlos",
  every: (count, unit) => (count === 1 ? `pro ${ONE[unit]}` : `alle ${count} ${MANY[unit]}`),
  paper: {
    order: (id) => `Bestellung ${id}`,
    credits: (invoices) => `Zur Rechnung ${invoices}`,
    reference: (text) => `Ihr Zeichen: ${text}`,
    buyer: "Für",
    taxNumber: (number) => `Steuernummer oder USt-IdNr. ${number}`,
    withoutTax: "Ohne Steuer",
    tax: (rate) => (rate === null ? "Steuer" : `Steuer, ${rate}`),
    paidOn: (day) => `Bezahlt am ${day}`,
    givenBackOn: (day) => `Erstattet am ${day}`,
    inAll: "Insgesamt",
    ofItTax: "Davon Steuer",
    paid: "Bezahlt",
    dueLater: "Später fällig",
    payBy: (day) => `Zu bezahlen bis ${day}`,
    seats: (count) => `Für ${count} Plätze.`,
    receivedOn: (day) => `Durch Überweisung eingegangen am ${day}.`,
    givenBack: (title) => `Erstattet: ${title}`,
    period: (title, from, through) => `${title}, ${from} bis einschließlich ${through}`,
    part: (title, part, of) => `${title}, Rate ${part} von ${of}`,
    reverseCharge: (number) =>
      `Steuerschuldnerschaft des Leistungsempfängers (2006/112/EG Art. 196). USt-IdNr. ${number}.`,
    outside: (country) =>
      `Keine Steuer: geliefert nach ${country}, außerhalb der Europäischen Union.`,
    taxOf: (country, rate) => `Steuer in ${country}, ${rate}.`,
    sayWith: (id) => `Bei der Überweisung anzugeben: ${id}`,
    noInvoice: "Das ist keine Rechnung. Die Rechnung folgt, sobald das Geld eingegangen ist.",
  },
  mail: {
    inAll: (amount, tax) => `Insgesamt: ${amount}${tax === null ? "" : `, davon Steuer ${tax}`}`,
    dueOn: (day, amount) => `Fällig am ${day}: ${amount}`,
    next: (amount, day) => `Als Nächstes: ${amount} am ${day}.`,
    part: (part, of) => `Rate ${part} von ${of}`,
    period: (from) => `der Zeitraum ab ${from}`,
    file: (number) => `${number} als Datei, wenn Sie angemeldet sind`,
    receiptFile: (number, order) =>
      `Quittung ${number}, Bestellung ${order}. Als Datei, wenn Sie angemeldet sind`,
    requestFile: "Die Aufforderung als Datei",
    sayWith: (id) => `Bitte dabei angeben: ${id}`,
    receipt: {
      subject: (title, number) => `Quittung ${number}: ${title}`,
      yours: (title) => `„${title}“ gehört Ihnen.`,
      renewed: (title) => `„${title}“ ist verlängert.`,
      gift: (title, to, on) =>
        `Sie schenken „${title}“: ${to} erfährt es ${on === null ? "jetzt" : `am ${on}`}.`,
      nothingDue: "Jetzt ist nichts zu bezahlen.",
      paid: (amount) => `${amount} wurden bezahlt.`,
      courses: "Zu meinen Kursen",
      stands: "Wie es darum steht",
      giveOut: (seats) => `${seats} Plätze vergeben`,
    },
    paid: {
      subject: (title, amount) => `${amount} bezahlt: ${title}`,
      says: (title, amount, which) => `Für „${title}“ wurden ${amount} abgebucht (${which}).`,
      came: (title, amount, which) => `Für „${title}“ sind ${amount} eingegangen (${which}).`,
      nothingLeft: "Damit ist alles bezahlt.",
    },
    closed: {
      subject: (title) => `Geschlossen, bis bezahlt ist: ${title}`,
      says: (title, amount) =>
        `Für „${title}“ sind ${amount} unbezahlt. Was Sie getan haben, bleibt erhalten; es öffnet sich wieder, sobald bezahlt ist.`,
      ends: (day) => `Bleibt es unbezahlt, endet die Bestellung am ${day}.`,
      pay: "Jetzt bezahlen",
    },
    ended: {
      subject: (title) => `Beendet: ${title}`,
      says: (title) =>
        `„${title}“ ist beendet, weil ein Teil unbezahlt blieb. Es wird nichts mehr abgebucht. Möchten Sie weitermachen, schreiben Sie uns oder kaufen Sie es noch einmal.`,
    },
    disputes: {
      disputed: {
        subject: (title) => `Eine Zahlung dafür wird bestritten: ${title}`,
        says: (title) =>
          `Eine Zahlung für „${title}“ wurde bei der Bank der Karte bestritten. Bis das geklärt ist, bleibt es geschlossen; was Sie getan haben, bleibt erhalten. Wollten Sie die Zahlung nicht bestreiten, sagen Sie das Ihrer Bank oder antworten Sie auf diese Nachricht.`,
      },
      "dispute-won": {
        subject: (title) => `Es ist wieder offen: ${title}`,
        says: (title) =>
          `Der Streit um eine Zahlung für „${title}“ ist geklärt: Die Zahlung gilt, und es ist wieder offen.`,
      },
      "dispute-lost": {
        subject: (title) => `Die bestrittene Zahlung ging zurück: ${title}`,
        says: (title) =>
          `Der Streit um eine Zahlung für „${title}“ ist geklärt: Das Geld geht auf die Karte zurück, und die Bestellung ist beendet. Es wird nichts mehr abgebucht.`,
      },
    },
    notChanged: {
      subject: (title) => `Nicht geändert: ${title}`,
      says: (title, amount) =>
        `„${title}“ konnte nicht geändert werden: Bis Ihre Karte geantwortet hatte, kam die Änderung auf einen anderen Betrag. ${amount} wurden dafür abgebucht und gehen an Sie zurück. Sie können es noch einmal ändern.`,
    },
    changed: {
      subject: (title) => `Geändert: ${title}`,
      now: (title, price) => `„${title}“ wird von heute an anders bezahlt: ${price} je Zeitraum.`,
      charged: (amount) =>
        `${amount} wurden abgebucht; was vom Zeitraum davor übrig war, ist darin angerechnet.`,
      nothingCharged:
        "Es wurde nichts abgebucht: Was vom Zeitraum davor übrig war, war ebenso viel wert.",
      later: (title, price) =>
        `„${title}“ wird vom nächsten Zeitraum an anders bezahlt: ${price} je Zeitraum. Heute wurde nichts abgebucht.`,
    },
    announced: {
      subject: (title, price, was) => `${price} statt ${was}: ${title}`,
      says: (title, from, price, was) => `Ab ${from} kostet Sie „${title}“ ${price} statt ${was}.`,
      before: "Was vor diesem Tag fällig wird, kostet so viel wie jetzt.",
      first: (day) =>
        `Ihre erste Zahlung zu diesem Preis ist am ${day} fällig; alle davor kosten so viel wie jetzt.`,
      youMay:
        "Möchten Sie weitermachen, brauchen Sie nichts zu tun. Wenn nicht, kündigen Sie vor dieser Zahlung: Es gehört Ihnen bis zum letzten bezahlten Tag, und es wird nichts mehr abgebucht.",
      look: "Ansehen oder kündigen",
      stays: {
        subject: (title, was) => `Es bleibt bei ${was}: ${title}`,
        says: (title, was, price) =>
          `„${title}“ kostet Sie weiterhin ${was}. Die angekündigte Änderung auf ${price} kommt nicht; Sie brauchen nichts zu tun.`,
      },
    },
    card: {
      ends: {
        subject: (title) => `Ihre Karte läuft vor der nächsten Zahlung ab: ${title}`,
        says: (title, card, amount, day) =>
          `${amount} für „${title}“ werden am ${day} fällig. Die hinterlegte Karte ${card} gilt dann nicht mehr.`,
      },
      none: {
        subject: (title) => `Für die nächste Zahlung fehlt eine Karte: ${title}`,
        says: (title, amount, day) =>
          `${amount} für „${title}“ werden am ${day} fällig, und es ist noch keine Karte hinterlegt.`,
      },
      putIn:
        "Hinterlegen Sie vor diesem Tag eine, dann läuft alles von selbst weiter. Vorher wird nichts abgebucht.",
      put: "Karte hinterlegen",
      kept: {
        subject: (title) => `Ihre Karte ist hinterlegt: ${title}`,
        says: (title, card) =>
          `Was für „${title}“ fällig wird, wird ab jetzt von der Karte ${card} abgebucht. Für das Hinterlegen wurde nichts abgebucht.`,
      },
    },
    back: {
      subject: (title, amount) => `Sie bekommen ${amount} zurück: ${title}`,
      notDue: (title) => `Was für „${title}“ noch zu bezahlen war, ist nicht mehr fällig.`,
      byTransfer: (title, amount) =>
        `${amount} für „${title}“ werden Ihnen in den nächsten Tagen zurücküberwiesen.`,
      toCard: (title, amount) =>
        `${amount} für „${title}“ gehen in den nächsten Tagen auf die Karte zurück, mit der bezahlt wurde.`,
      ends: "Ihr Zugang ist damit beendet.",
    },
    unfinished: {
      subject: (title) => `Sie haben den Kauf nicht abgeschlossen: ${title}`,
      says: (title) =>
        `Sie haben begonnen, „${title}“ zu kaufen, und nicht bezahlt. Es wurde nichts abgebucht.`,
      way: "Stand etwas im Weg, antworten Sie auf diese Nachricht. Sonst ist die Seite noch da; es gilt der Preis des Tages.",
      back: "Zurück zum Kauf",
      only: "Das ist die einzige Nachricht darüber.",
    },
    notGiven: {
      subject: (title) => `Ihr Geschenk kam nicht an: ${title}`,
      says: (title, to) =>
        `${to} ist in „${title}“ schon dabei und hat nichts erfahren. Sie können es weiterhin verschenken: Wählen Sie jemand anderen.`,
      give: "Verschenken",
    },
  },
};
