/** Dutch. */
import type { SpokenSales, StepUnit } from "./spoken";

const ONE: Record<StepUnit, string> = { day: "dag", week: "week", month: "maand", year: "jaar" };
const MANY: Record<StepUnit, string> = {
  day: "dagen",
  week: "weken",
  month: "maanden",
  year: "jaar",
};

export const DUTCH: SpokenSales = {
  kinds: {
    receipt: "Kwitantie",
    invoice: "Factuur",
    "credit-note": "Creditnota",
    "payment-request": "Betaalverzoek",
  },
  lines: {
    price: "Prijs",
    sale: "Actieprijs",
    early: "Vroege prijs",
    late: "Toeslag voor laatkomers",
    seats: (count) => `${count} plaatsen`,
    holder: "Voor wie er al bij is",
    code: "Kortingscode",
    tax: "Belasting",
    taxTakenOff: "Belasting eraf",
  },
  free: "Gratis",
  every: (count, unit) => (count === 1 ? `per ${ONE[unit]}` : `elke ${count} ${MANY[unit]}`),
  paper: {
    order: (id) => `Bestelling ${id}`,
    credits: (invoices) => `Bij factuur ${invoices}`,
    reference: (text) => `Je kenmerk: ${text}`,
    buyer: "Voor",
    taxNumber: (number) => `Btw- of belastingnummer ${number}`,
    withoutTax: "Zonder belasting",
    tax: (rate) => (rate === null ? "Belasting" : `Belasting, ${rate}`),
    paidOn: (day) => `Betaald op ${day}`,
    givenBackOn: (day) => `Terugbetaald op ${day}`,
    inAll: "In totaal",
    ofItTax: "Waarvan belasting",
    paid: "Betaald",
    dueLater: "Later te betalen",
    payBy: (day) => `Te betalen tot en met ${day}`,
    seats: (count) => `Voor ${count} plaatsen.`,
    receivedOn: (day) => `Per overschrijving ontvangen op ${day}.`,
    givenBack: (title) => `Terugbetaald: ${title}`,
    period: (title, from, through) => `${title}, ${from} tot en met ${through}`,
    part: (title, part, of) => `${title}, termijn ${part} van ${of}`,
    reverseCharge: (number) =>
      `Btw verlegd: de belasting is verschuldigd door de koper (2006/112/EG art. 196). Btw-nummer ${number}.`,
    outside: (country) => `Geen belasting: geleverd aan ${country}, buiten de Europese Unie.`,
    taxOf: (country, rate) => `Belasting van ${country}, ${rate}.`,
    sayWith: (id) => `Vermeld bij de overschrijving: ${id}`,
    noInvoice: "Dit is geen factuur. De factuur volgt zodra het geld er is.",
  },
  mail: {
    inAll: (amount, tax) =>
      `In totaal: ${amount}${tax === null ? "" : `, waarvan belasting ${tax}`}`,
    dueOn: (day, amount) => `Te betalen op ${day}: ${amount}`,
    next: (amount, day) => `Hierna: ${amount} op ${day}.`,
    part: (part, of) => `termijn ${part} van ${of}`,
    period: (from) => `de periode vanaf ${from}`,
    file: (number) => `${number} als bestand, als je bent aangemeld`,
    receiptFile: (number, order) =>
      `Kwitantie ${number}, bestelling ${order}. Als bestand, als je bent aangemeld`,
    requestFile: "Het verzoek als bestand",
    sayWith: (id) => `Vermeld daarbij: ${id}`,
    receipt: {
      subject: (title, number) => `Kwitantie ${number}: ${title}`,
      yours: (title) => `“${title}” is van jou.`,
      renewed: (title) => `“${title}” is verlengd.`,
      gift: (title, to, on) =>
        `Je geeft “${title}” cadeau: ${to} hoort het ${on === null ? "nu" : `op ${on}`}.`,
      nothingDue: "Er is nu niets te betalen.",
      paid: (amount) => `${amount} is betaald.`,
      courses: "Naar mijn cursussen",
      stands: "Bekijk hoe het staat",
      giveOut: (seats) => `${seats} plaatsen uitdelen`,
    },
    paid: {
      subject: (title, amount) => `${amount} betaald: ${title}`,
      says: (title, amount, which) => `Voor “${title}” is ${amount} afgeschreven (${which}).`,
      came: (title, amount, which) => `Voor “${title}” is ${amount} ontvangen (${which}).`,
      nothingLeft: "Er is niets meer te betalen.",
    },
    closed: {
      subject: (title) => `Gesloten tot er betaald is: ${title}`,
      says: (title, amount) =>
        `${amount} voor “${title}” is niet betaald. Wat je hebt gedaan blijft bewaard; het gaat weer open zodra er betaald is.`,
      ends: (day) => `Blijft het onbetaald, dan eindigt de bestelling op ${day}.`,
      pay: "Nu betalen",
    },
    ended: {
      subject: (title) => `Beëindigd: ${title}`,
      says: (title) =>
        `“${title}” is beëindigd, omdat een deel onbetaald bleef. Er wordt niets meer afgeschreven. Wil je verder, schrijf ons dan of koop het opnieuw.`,
    },
    disputes: {
      disputed: {
        subject: (title) => `Een betaling wordt betwist: ${title}`,
        says: (title) =>
          `Een betaling voor “${title}” is betwist bij de bank van de kaart. Het is gesloten tot dat is opgelost; wat je hebt gedaan blijft bewaard. Wilde je de betaling niet betwisten, zeg dat dan tegen je bank of antwoord op dit bericht.`,
      },
      "dispute-won": {
        subject: (title) => `Het is weer open: ${title}`,
        says: (title) =>
          `Het geschil over een betaling voor “${title}” is opgelost: de betaling blijft staan, en het is weer open.`,
      },
      "dispute-lost": {
        subject: (title) => `De betwiste betaling is teruggegaan: ${title}`,
        says: (title) =>
          `Het geschil over een betaling voor “${title}” is opgelost: het geld gaat terug naar de kaart, en de bestelling is beëindigd. Er wordt niets meer afgeschreven.`,
      },
    },
    notChanged: {
      subject: (title) => `Niet gewijzigd: ${title}`,
      says: (title, amount) =>
        `“${title}” kon niet worden gewijzigd: toen je kaart antwoordde, kwam de wijziging op een ander bedrag. ${amount} is daarvoor afgeschreven en gaat naar je terug. Je kunt het opnieuw wijzigen.`,
    },
    changed: {
      subject: (title) => `Gewijzigd: ${title}`,
      now: (title, price) => `“${title}” wordt vanaf vandaag anders betaald: ${price} per periode.`,
      charged: (amount) =>
        `${amount} is afgeschreven: wat over was van de periode ervoor is daarin verrekend.`,
      nothingCharged:
        "Er is niets afgeschreven: wat over was van de periode ervoor was evenveel waard.",
      later: (title, price) =>
        `“${title}” wordt vanaf de volgende periode anders betaald: ${price} per periode. Vandaag is niets afgeschreven.`,
    },
    announced: {
      subject: (title, price, was) => `${price} in plaats van ${was}: ${title}`,
      says: (title, from, price, was) =>
        `Vanaf ${from} kost “${title}” je ${price} in plaats van ${was}.`,
      before: "Wat voor die dag betaald moet worden, kost wat het nu kost.",
      first: (day) =>
        `Je eerste betaling tegen die prijs is op ${day}; alle eerdere kosten wat ze nu kosten.`,
      youMay:
        "Wil je verder, dan hoef je niets te doen. Zo niet, zeg dan op voor die betaling: het blijft van jou tot en met de laatste betaalde dag, en er wordt niets meer afgeschreven.",
      look: "Bekijken of opzeggen",
      stays: {
        subject: (title, was) => `Het blijft ${was}: ${title}`,
        says: (title, was, price) =>
          `“${title}” blijft je ${was} kosten. De aangekondigde wijziging naar ${price} gaat niet door; je hoeft niets te doen.`,
      },
    },
    card: {
      ends: {
        subject: (title) => `Je kaart verloopt voor de volgende betaling: ${title}`,
        says: (title, card, amount, day) =>
          `Op ${day} moet ${amount} voor “${title}” worden betaald. De opgegeven kaart ${card} is dan niet meer geldig.`,
      },
      none: {
        subject: (title) => `Er is een kaart nodig voor de volgende betaling: ${title}`,
        says: (title, amount, day) =>
          `Op ${day} moet ${amount} voor “${title}” worden betaald, en er is nog geen kaart opgegeven.`,
      },
      putIn:
        "Geef er voor die dag een op, dan gaat het vanzelf verder. Eerder wordt er niets afgeschreven.",
      put: "Kaart opgeven",
      kept: {
        subject: (title) => `Je kaart is bewaard: ${title}`,
        says: (title, card) =>
          `Wat voor “${title}” moet worden betaald, wordt vanaf nu van de kaart ${card} afgeschreven. Voor het opgeven is niets afgeschreven.`,
      },
    },
    back: {
      subject: (title, amount) => `Je krijgt ${amount} terug: ${title}`,
      notDue: (title) => `Wat voor “${title}” nog te betalen was, hoeft niet meer.`,
      byTransfer: (title, amount) =>
        `${amount} voor “${title}” wordt binnen enkele dagen naar je overgemaakt.`,
      toCard: (title, amount) =>
        `${amount} voor “${title}” gaat binnen enkele dagen terug naar de kaart waarmee is betaald.`,
      ends: "Daarmee is je toegang beëindigd.",
    },
    unfinished: {
      subject: (title) => `Je hebt je aankoop niet afgemaakt: ${title}`,
      says: (title) => `Je begon “${title}” te kopen en betaalde niet. Er is niets afgeschreven.`,
      way: "Stond er iets in de weg, antwoord dan op dit bericht. Anders is de pagina er nog; de prijs is die van de dag.",
      back: "Terug naar de aankoop",
      only: "Dit is het enige bericht hierover.",
    },
    notGiven: {
      subject: (title) => `Je cadeau kon niet worden gegeven: ${title}`,
      says: (title, to) =>
        `${to} is al in “${title}” en heeft niets gehoord. Je kunt het nog steeds geven: kies iemand anders.`,
      give: "Aan iemand geven",
    },
  },
};
