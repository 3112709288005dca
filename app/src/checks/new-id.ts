/** A name for what is made here: a question, a part, a criterion. */
export const newId = () => crypto.randomUUID().slice(0, 12);
