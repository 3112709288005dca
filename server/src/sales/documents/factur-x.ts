/** An invoice's data within its PDF (Factur-X 1.0, EN 16931 profile: the name, the relation and the metadata from memory). */
import type { PdfFile } from "../../base/pdf";

export const INVOICE_FILE = "factur-x.xml";

/** Puts it in, and says in the file's metadata that it is there. `day`: of the document, as its date. */
export function putInvoiceIn(file: PdfFile, xml: string, day: string): void {
  file.file(Buffer.from(xml, "utf8"), {
    name: INVOICE_FILE,
    type: "text/xml",
    description: "The invoice as data (EN 16931)",
    // The same as what stands on paper (ISO 32000-2, 14.13).
    relationship: "Alternative",
    creationDate: new Date(`${day}T00:00:00Z`),
    modifiedDate: new Date(`${day}T00:00:00Z`),
  } as Parameters<PdfFile["file"]>[1]);
  (file as unknown as { appendXML(xml: string): void }).appendXML(METADATA);
}

const FIELDS = [
  ["DocumentFileName", "The name of the embedded document", INVOICE_FILE],
  ["DocumentType", "The type of the hybrid document", "INVOICE"],
  ["Version", "The version of the standard applying to the embedded document", "1.0"],
  ["ConformanceLevel", "The conformance level of the embedded document", "EN 16931"],
] as const;

const NAMESPACE = "urn:factur-x:pdfa:CrossIndustryDocument:invoice:1p0#";

/** PDF/A asks that fields it does not know are explained where they are used (ISO 19005-3, 6.6.2.3). */
const METADATA = `
  <rdf:Description rdf:about="" xmlns:fx="${NAMESPACE}">
    ${FIELDS.map(([name, , value]) => `<fx:${name}>${value}</fx:${name}>`).join("")}
  </rdf:Description>
  <rdf:Description rdf:about="" xmlns:pdfaExtension="http://www.aiim.org/pdfa/ns/extension/"
    xmlns:pdfaSchema="http://www.aiim.org/pdfa/ns/schema#" xmlns:pdfaProperty="http://www.aiim.org/pdfa/ns/property#">
    <pdfaExtension:schemas><rdf:Bag><rdf:li rdf:parseType="Resource">
      <pdfaSchema:schema>Factur-X PDFA Extension Schema</pdfaSchema:schema>
      <pdfaSchema:namespaceURI>${NAMESPACE}</pdfaSchema:namespaceURI>
      <pdfaSchema:prefix>fx</pdfaSchema:prefix>
      <pdfaSchema:property><rdf:Seq>${FIELDS.map(
        ([name, says]) => `<rdf:li rdf:parseType="Resource">
        <pdfaProperty:name>${name}</pdfaProperty:name>
        <pdfaProperty:valueType>Text</pdfaProperty:valueType>
        <pdfaProperty:category>external</pdfaProperty:category>
        <pdfaProperty:description>${says}</pdfaProperty:description>
      </rdf:li>`,
      ).join("")}</rdf:Seq></pdfaSchema:property>
    </rdf:li></rdf:Bag></pdfaExtension:schemas>
  </rdf:Description>
`;
