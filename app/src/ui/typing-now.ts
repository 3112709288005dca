/** Elsewhere than in a browser nothing says whether somebody types. */
export const useTypingNow = () => false;
