/** Several names as one says them: "Rye", "Rye and Wheat", "Rye, Wheat and Spelt". */
export const sayAll = (names: readonly string[]): string =>
  names.length < 2
    ? (names[0] ?? "")
    : `${names.slice(0, -1).join(", ")} and ${names[names.length - 1]}`;
