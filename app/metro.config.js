// Expo's own; packed typefaces as files; of Zod's messages in forty languages the one that is used; no parser of SVG files.
const { getDefaultConfig } = require("expo/metro-config");
const { join } = require("node:path");

const config = getDefaultConfig(__dirname);
config.resolver.assetExts.push("woff2");
const resolve = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) => {
  const from = context.originModulePath.replaceAll("\\", "/");
  if (name === "../locales/index.js" && from.includes("/node_modules/zod/"))
    return { type: "sourceFile", filePath: join(__dirname, "zod-locales.js") };
  if (
    (name === "./xml" || name === "./deprecated") &&
    /\/react-native-svg\/(src|lib\/\w+)\/ReactNativeSVG/.test(from)
  )
    return { type: "sourceFile", filePath: join(__dirname, "svg-without-xml.js") };
  return (resolve ?? context.resolveRequest)(context, name, platform);
};
// A module runs when something of it is first needed, not as its file arrives.
config.transformer.getTransformOptions = async () => ({
  transform: { experimentalImportSupport: false, inlineRequires: true },
});
module.exports = config;
