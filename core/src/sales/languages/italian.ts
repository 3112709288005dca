/** Italian. */
import type { SpokenSales, StepUnit } from "./spoken";

const ONE: Record<StepUnit, string> = {
  day: "al giorno",
  week: "alla settimana",
  month: "al mese",
  year: "all’anno",
};
const MANY: Record<StepUnit, string> = {
  day: "giorni",
  week: "settimane",
  month: "mesi",
  year: "anni",
};

export const ITALIAN: SpokenSales = {
  kinds: {
    receipt: "Ricevuta",
    invoice: "Fattura",
    "credit-note": "Nota di credito",
    "payment-request": "Richiesta di pagamento",
  },
  lines: {
    price: "Prezzo",
    sale: "Prezzo scontato",
    early: "Prezzo anticipato",
    late: "Supplemento per ritardo",
    seats: (count) => `${count} posti`,
    holder: "Per chi è già dentro",
    code: "Codice",
    tax: "Imposta",
    taxTakenOff: "Imposta tolta",
  },
  free: "Gratis",
  every: (count, unit) => (count === 1 ? ONE[unit] : `ogni ${count} ${MANY[unit]}`),
  paper: {
    order: (id) => `Ordine ${id}`,
    credits: (invoices) => `Sulla fattura ${invoices}`,
    reference: (text) => `Tuo riferimento: ${text}`,
    buyer: "Per",
    taxNumber: (number) => `Numero fiscale ${number}`,
    withoutTax: "Senza imposta",
    tax: (rate) => (rate === null ? "Imposta" : `Imposta, ${rate}`),
    paidOn: (day) => `Pagato il ${day}`,
    givenBackOn: (day) => `Restituito il ${day}`,
    inAll: "In tutto",
    ofItTax: "Di cui imposta",
    paid: "Pagato",
    dueLater: "Da pagare più avanti",
    payBy: (day) => `Da pagare entro ${day}`,
    seats: (count) => `Per ${count} posti.`,
    receivedOn: (day) => `Ricevuto con bonifico il ${day}.`,
    givenBack: (title) => `Restituito: ${title}`,
    period: (title, from, through) => `${title}, da ${from} a ${through} compreso`,
    part: (title, part, of) => `${title}, rata ${part} di ${of}`,
    reverseCharge: (number) =>
      `Inversione contabile: l’imposta è dovuta da chi compra (2006/112/CE art. 196). Numero fiscale ${number}.`,
    outside: (country) => `Senza imposta: fornito a ${country}, fuori dall’Unione europea.`,
    taxOf: (country, rate) => `Imposta di ${country}, ${rate}.`,
    sayWith: (id) => `Da indicare nel bonifico: ${id}`,
    noInvoice: "Questa non è una fattura. La fattura segue appena il denaro è arrivato.",
  },
  mail: {
    inAll: (amount, tax) => `In tutto: ${amount}${tax === null ? "" : `, di cui imposta ${tax}`}`,
    dueOn: (day, amount) => `Da pagare il ${day}: ${amount}`,
    next: (amount, day) => `Poi: ${amount} il ${day}.`,
    part: (part, of) => `rata ${part} di ${of}`,
    period: (from) => `il periodo da ${from}`,
    file: (number) => `${number} come file, dopo l’accesso`,
    receiptFile: (number, order) =>
      `Ricevuta ${number}, ordine ${order}. Come file, dopo l’accesso`,
    requestFile: "La richiesta come file",
    sayWith: (id) => `Da indicare nel pagamento: ${id}`,
    receipt: {
      subject: (title, number) => `Ricevuta ${number}: ${title}`,
      yours: (title) => `«${title}» è tuo.`,
      renewed: (title) => `«${title}» è rinnovato.`,
      gift: (title, to, on) =>
        `Regali «${title}»: ${to} lo saprà ${on === null ? "ora" : `il ${on}`}.`,
      nothingDue: "Ora non c’è nulla da pagare.",
      paid: (amount) => `Sono stati pagati ${amount}.`,
      courses: "Vai ai miei corsi",
      stands: "Vedi a che punto è",
      giveOut: (seats) => `Assegna ${seats} posti`,
    },
    paid: {
      subject: (title, amount) => `${amount} pagati: ${title}`,
      says: (title, amount, which) => `Per «${title}» sono stati addebitati ${amount} (${which}).`,
      came: (title, amount, which) => `Per «${title}» sono arrivati ${amount} (${which}).`,
      nothingLeft: "Non resta nulla da pagare.",
    },
    closed: {
      subject: (title) => `Chiuso finché non è pagato: ${title}`,
      says: (title, amount) =>
        `Per «${title}» restano da pagare ${amount}. Quello che hai fatto è conservato; si riapre appena è pagato.`,
      ends: (day) => `Se resta non pagato, l’ordine finisce il ${day}.`,
      pay: "Paga ora",
    },
    ended: {
      subject: (title) => `Finito: ${title}`,
      says: (title) =>
        `«${title}» è finito, perché una parte non è stata pagata. Non viene addebitato più nulla. Per continuare, scrivici o acquistalo di nuovo.`,
    },
    disputes: {
      disputed: {
        subject: (title) => `Un pagamento è contestato: ${title}`,
        says: (title) =>
          `Un pagamento per «${title}» è stato contestato presso la banca della carta. Resta chiuso finché non è risolto; quello che hai fatto è conservato. Se non volevi contestarlo, dillo alla tua banca o rispondi a questo messaggio.`,
      },
      "dispute-won": {
        subject: (title) => `È di nuovo aperto: ${title}`,
        says: (title) =>
          `La contestazione di un pagamento per «${title}» è risolta: il pagamento resta valido ed è di nuovo aperto.`,
      },
      "dispute-lost": {
        subject: (title) => `Il pagamento contestato è tornato indietro: ${title}`,
        says: (title) =>
          `La contestazione di un pagamento per «${title}» è risolta: il denaro torna sulla carta e l’ordine è finito. Non viene addebitato più nulla.`,
      },
    },
    notChanged: {
      subject: (title) => `Non cambiato: ${title}`,
      says: (title, amount) =>
        `«${title}» non si è potuto cambiare: quando la tua carta ha risposto, il cambio costava un’altra somma. ${amount} addebitati per questo ti vengono restituiti. Puoi cambiarlo di nuovo.`,
    },
    changed: {
      subject: (title) => `Cambiato: ${title}`,
      now: (title, price) => `«${title}» da oggi si paga in un altro modo: ${price} a periodo.`,
      charged: (amount) =>
        `Sono stati addebitati ${amount}: quello che restava del periodo precedente è già contato.`,
      nothingCharged:
        "Non è stato addebitato nulla: quello che restava del periodo precedente valeva altrettanto.",
      later: (title, price) =>
        `«${title}» dal prossimo periodo si paga in un altro modo: ${price} a periodo. Oggi non è stato addebitato nulla.`,
    },
    announced: {
      subject: (title, price, was) => `${price} invece di ${was}: ${title}`,
      says: (title, from, price, was) =>
        `A partire da ${from}, «${title}» ti costa ${price} invece di ${was}.`,
      before: "Quello che scade prima di quel giorno costa come ora.",
      first: (day) =>
        `Il tuo primo pagamento a quel prezzo scade il ${day}; tutti quelli prima costano come ora.`,
      youMay:
        "Se vuoi continuare, non devi fare nulla. Altrimenti disdici prima di quel pagamento: resta tuo fino all’ultimo giorno pagato e non viene addebitato altro.",
      look: "Guarda o disdici",
      stays: {
        subject: (title, was) => `Il prezzo resta ${was}: ${title}`,
        says: (title, was, price) =>
          `«${title}» continua a costarti ${was}. Il passaggio a ${price} che ti avevamo annunciato non avviene; non devi fare nulla.`,
      },
    },
    card: {
      ends: {
        subject: (title) => `La tua carta scade prima del prossimo pagamento: ${title}`,
        says: (title, card, amount, day) =>
          `Il ${day} scade il pagamento di ${amount} per «${title}». La carta registrata, ${card}, per allora non sarà più valida.`,
      },
      none: {
        subject: (title) => `Serve una carta per il prossimo pagamento: ${title}`,
        says: (title, amount, day) =>
          `Il ${day} scade il pagamento di ${amount} per «${title}», e non è ancora registrata nessuna carta.`,
      },
      putIn:
        "Registrane una prima di quel giorno e tutto continua da sé. Prima non viene addebitato nulla.",
      put: "Registra una carta",
      kept: {
        subject: (title) => `La tua carta è registrata: ${title}`,
        says: (title, card) =>
          `Quello che scade per «${title}» viene addebitato d’ora in poi alla carta ${card}. Per registrarla non è stato addebitato nulla.`,
      },
    },
    back: {
      subject: (title, amount) => `Ti tornano ${amount}: ${title}`,
      notDue: (title) => `Quello che restava da pagare per «${title}» non è più dovuto.`,
      byTransfer: (title, amount) =>
        `${amount} per «${title}» ti tornano con bonifico, entro qualche giorno.`,
      toCard: (title, amount) =>
        `${amount} per «${title}» tornano sulla carta con cui si è pagato, entro qualche giorno.`,
      ends: "Con questo il tuo accesso è finito.",
    },
    unfinished: {
      subject: (title) => `Non hai finito l’acquisto: ${title}`,
      says: (title) =>
        `Hai cominciato ad acquistare «${title}» e non hai pagato. Non è stato addebitato nulla.`,
      way: "Se qualcosa ti ha fermato, rispondi a questo messaggio. Altrimenti la pagina è ancora lì; il prezzo è quello del giorno.",
      back: "Torna all’acquisto",
      only: "Questo è l’unico messaggio al riguardo.",
    },
    notGiven: {
      subject: (title) => `Il tuo regalo non è arrivato: ${title}`,
      says: (title, to) =>
        `${to} è già in «${title}» e non ha saputo nulla. Puoi ancora regalarlo: scegli qualcun altro.`,
      give: "Regalalo a qualcuno",
    },
  },
};
