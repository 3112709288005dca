/** What a printed page leaves out and how it breaks: the frame and all controls go, a module stays with its first lesson. */
const STYLE = `
@media print {
  @page { margin: 18mm 16mm; }
  [role="navigation"], [role="main"] a, [data-screen-only] { display: none !important; }
  html, body, #root, #root div { overflow: visible !important; height: auto !important; max-height: none !important; position: static !important; background: #fff !important; }
  body, body * { color: #000 !important; }
  [data-module] { break-inside: avoid; }
}
`;

export function PrintStyle() {
  return <style>{STYLE}</style>;
}
