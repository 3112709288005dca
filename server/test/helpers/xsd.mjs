/** Whether an XML file is as a schema says, by libxml2: what is wrong, a line each; nothing where nothing is. A process of
 * its own, since the library is a module that waits for itself. */
import { readFileSync } from "node:fs";
import { XmlDocument, XsdValidator } from "libxml2-wasm";
import { xmlRegisterFsInputProviders } from "libxml2-wasm/lib/nodejs.mjs";

const [schema, ...files] = process.argv.slice(2);
xmlRegisterFsInputProviders();
const validator = XsdValidator.fromDoc(
  XmlDocument.fromBuffer(readFileSync(schema), { url: schema }),
);
for (const file of files)
  try {
    validator.validate(XmlDocument.fromBuffer(readFileSync(file)));
  } catch (error) {
    console.log(`${file}: ${error.message}`);
  }
