/** A text with its first letter large, as a line begins. */
export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
