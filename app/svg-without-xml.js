// Drawings are written as components here: the parser of SVG files that react-native-svg carries along is not shipped.
module.exports = {};
