/** French. */
import type { SpokenSales, StepUnit } from "./spoken";

const ONE: Record<StepUnit, string> = { day: "jour", week: "semaine", month: "mois", year: "an" };
const MANY: Record<StepUnit, string> = {
  day: "tous les # jours",
  week: "toutes les # semaines",
  month: "tous les # mois",
  year: "tous les # ans",
};

export const FRENCH: SpokenSales = {
  kinds: {
    receipt: "Reçu",
    invoice: "Facture",
    "credit-note": "Avoir",
    "payment-request": "Demande de paiement",
  },
  lines: {
    price: "Prix",
    sale: "Prix promotionnel",
    early: "Prix anticipé",
    late: "Supplément de retard",
    seats: (count) => `${count} places`,
    holder: "Pour ceux qui en font déjà partie",
    code: "Code promotionnel",
    tax: "Taxe",
    taxTakenOff: "Taxe déduite",
  },
  free: "Gratuit",
  every: (count, unit) =>
    count === 1 ? `par ${ONE[unit]}` : MANY[unit].replace("#", String(count)),
  paper: {
    order: (id) => `Commande ${id}`,
    credits: (invoices) => `Sur la facture ${invoices}`,
    reference: (text) => `Votre référence : ${text}`,
    buyer: "Pour",
    taxNumber: (number) => `Numéro fiscal ${number}`,
    withoutTax: "Hors taxe",
    tax: (rate) => (rate === null ? "Taxe" : `Taxe, ${rate}`),
    paidOn: (day) => `Payé le ${day}`,
    givenBackOn: (day) => `Remboursé le ${day}`,
    inAll: "En tout",
    ofItTax: "Dont taxe",
    paid: "Payé",
    dueLater: "Dû plus tard",
    payBy: (day) => `À payer avant la fin du ${day}`,
    seats: (count) => `Pour ${count} places.`,
    receivedOn: (day) => `Reçu par virement le ${day}.`,
    givenBack: (title) => `Remboursé : ${title}`,
    period: (title, from, through) => `${title}, du ${from} au ${through} inclus`,
    part: (title, part, of) => `${title}, échéance ${part} sur ${of}`,
    reverseCharge: (number) =>
      `Autoliquidation : la taxe est due par l’acheteur (2006/112/CE art. 196). Numéro fiscal ${number}.`,
    outside: (country) =>
      `Sans taxe : fourni à une adresse hors de l’Union européenne (${country}).`,
    taxOf: (country, rate) => `Taxe du pays ${country}, ${rate}.`,
    sayWith: (id) => `À indiquer avec le virement : ${id}`,
    noInvoice: "Ceci n’est pas une facture. La facture suit dès que l’argent est arrivé.",
  },
  mail: {
    inAll: (amount, tax) => `En tout : ${amount}${tax === null ? "" : `, dont taxe ${tax}`}`,
    dueOn: (day, amount) => `Dû le ${day} : ${amount}`,
    next: (amount, day) => `Ensuite : ${amount} le ${day}.`,
    part: (part, of) => `échéance ${part} sur ${of}`,
    period: (from) => `la période à partir du ${from}`,
    file: (number) => `${number} en fichier, une fois connecté`,
    receiptFile: (number, order) =>
      `Reçu ${number}, commande ${order}. En fichier, une fois connecté`,
    requestFile: "La demande en fichier",
    sayWith: (id) => `À indiquer avec le paiement : ${id}`,
    receipt: {
      subject: (title, number) => `Reçu ${number} : ${title}`,
      yours: (title) => `« ${title} » est à vous.`,
      renewed: (title) => `« ${title} » est renouvelé.`,
      gift: (title, to, on) =>
        `Vous offrez « ${title} » : ${to} l’apprend ${on === null ? "maintenant" : `le ${on}`}.`,
      nothingDue: "Rien n’est dû pour l’instant.",
      paid: (amount) => `${amount} : c’est payé.`,
      courses: "Aller à mes cours",
      stands: "Voir où cela en est",
      giveOut: (seats) => `Distribuer ${seats} places`,
    },
    paid: {
      subject: (title, amount) => `${amount} payés : ${title}`,
      says: (title, amount, which) => `${amount} débités pour « ${title} », ${which}.`,
      came: (title, amount, which) => `${amount} reçus pour « ${title} », ${which}.`,
      nothingLeft: "Il ne reste rien à payer.",
    },
    closed: {
      subject: (title) => `Fermé jusqu’au paiement : ${title}`,
      says: (title, amount) =>
        `${amount} pour « ${title} » restent impayés. Ce que vous avez fait est conservé ; l’accès rouvre dès que c’est payé.`,
      ends: (day) => `Si cela reste impayé, la commande prend fin le ${day}.`,
      pay: "Payer maintenant",
    },
    ended: {
      subject: (title) => `Terminé : ${title}`,
      says: (title) =>
        `« ${title} » a pris fin, car une partie est restée impayée. Plus rien ne sera débité. Pour continuer, écrivez-nous ou achetez-le de nouveau.`,
    },
    disputes: {
      disputed: {
        subject: (title) => `Un paiement est contesté : ${title}`,
        says: (title) =>
          `Un paiement pour « ${title} » a été contesté auprès de la banque de la carte. L’accès est fermé jusqu’à ce que ce soit réglé ; ce que vous avez fait est conservé. Si vous ne vouliez pas le contester, dites-le à votre banque ou répondez à ce message.`,
      },
      "dispute-won": {
        subject: (title) => `C’est de nouveau ouvert : ${title}`,
        says: (title) =>
          `La contestation d’un paiement pour « ${title} » est réglée : le paiement est maintenu, et l’accès est de nouveau ouvert.`,
      },
      "dispute-lost": {
        subject: (title) => `Le paiement contesté est rendu : ${title}`,
        says: (title) =>
          `La contestation d’un paiement pour « ${title} » est réglée : l’argent revient sur la carte, et la commande a pris fin. Plus rien ne sera débité.`,
      },
    },
    notChanged: {
      subject: (title) => `Pas modifié : ${title}`,
      says: (title, amount) =>
        `« ${title} » n’a pas pu être modifié : le temps que votre carte réponde, la modification revenait à une autre somme. ${amount} débités pour cela vous sont rendus. Vous pouvez le modifier de nouveau.`,
    },
    changed: {
      subject: (title) => `Modifié : ${title}`,
      now: (title, price) =>
        `« ${title} » se paie autrement à partir d’aujourd’hui : ${price} par période.`,
      charged: (amount) =>
        `${amount} débités : ce qui restait de la période précédente y est compté.`,
      nothingCharged:
        "Rien n’a été débité : ce qui restait de la période précédente valait autant.",
      later: (title, price) =>
        `« ${title} » se paie autrement à partir de la prochaine période : ${price} par période. Rien n’a été débité aujourd’hui.`,
    },
    announced: {
      subject: (title, price, was) => `${price} au lieu de ${was} : ${title}`,
      says: (title, from, price, was) =>
        `À partir du ${from}, « ${title} » vous coûte ${price} au lieu de ${was}.`,
      before: "Ce qui est dû avant ce jour coûte autant qu’aujourd’hui.",
      first: (day) =>
        `Votre premier paiement à ce prix est dû le ${day} ; tous ceux d’avant coûtent autant qu’aujourd’hui.`,
      youMay:
        "Pour continuer, vous n’avez rien à faire. Sinon, résiliez avant ce paiement : l’accès reste à vous jusqu’au dernier jour payé, et plus rien ne sera débité.",
      look: "Voir ou résilier",
      stays: {
        subject: (title, was) => `Le prix reste de ${was} : ${title}`,
        says: (title, was, price) =>
          `« ${title} » continue de vous coûter ${was}. Le passage à ${price} que nous vous avions annoncé n’a pas lieu ; vous n’avez rien à faire.`,
      },
    },
    card: {
      ends: {
        subject: (title) => `Votre carte expire avant le prochain paiement : ${title}`,
        says: (title, card, amount, day) =>
          `${amount} pour « ${title} » seront dus le ${day}. La carte enregistrée, ${card}, ne sera plus valable à cette date.`,
      },
      none: {
        subject: (title) => `Il manque une carte pour le prochain paiement : ${title}`,
        says: (title, amount, day) =>
          `${amount} pour « ${title} » seront dus le ${day}, et aucune carte n’est encore enregistrée.`,
      },
      putIn:
        "Enregistrez-en une avant ce jour, et tout continue de soi-même. Rien ne sera débité avant.",
      put: "Enregistrer une carte",
      kept: {
        subject: (title) => `Votre carte est enregistrée : ${title}`,
        says: (title, card) =>
          `Ce qui sera dû pour « ${title} » est désormais débité de la carte ${card}. Rien n’a été débité pour l’enregistrer.`,
      },
    },
    back: {
      subject: (title, amount) => `${amount} vous sont rendus : ${title}`,
      notDue: (title) => `Ce qui restait à payer pour « ${title} » n’est plus dû.`,
      byTransfer: (title, amount) =>
        `${amount} pour « ${title} » vous sont rendus par virement, sous quelques jours.`,
      toCard: (title, amount) =>
        `${amount} pour « ${title} » reviennent sur la carte qui a servi à payer, sous quelques jours.`,
      ends: "Votre accès a pris fin avec cela.",
    },
    unfinished: {
      subject: (title) => `Vous n’avez pas terminé votre achat : ${title}`,
      says: (title) =>
        `Vous avez commencé à acheter « ${title} » et n’avez pas payé. Rien n’a été débité.`,
      way: "Si quelque chose vous a gêné, répondez à ce message. Sinon, la page est toujours là ; le prix est celui du jour.",
      back: "Y revenir",
      only: "C’est le seul message à ce sujet.",
    },
    notGiven: {
      subject: (title) => `Votre cadeau n’a pas pu être offert : ${title}`,
      says: (title, to) =>
        `${to} est déjà dans « ${title} » et n’a rien appris. Vous pouvez toujours l’offrir : choisissez quelqu’un d’autre.`,
      give: "L’offrir à quelqu’un",
    },
  },
};
