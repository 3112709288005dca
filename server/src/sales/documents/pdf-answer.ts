/** A PDF as an answer: a file of that name. */

export const pdf = (
  c: {
    body(data: Uint8Array<ArrayBuffer>, status: 200, headers: Record<string, string>): Response;
  },
  file: Uint8Array,
  name: string,
) =>
  c.body(new Uint8Array(file), 200, {
    "content-type": "application/pdf",
    "content-disposition": `attachment; filename="${name}.pdf"`,
  });
