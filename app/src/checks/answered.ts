/** Whether anything was answered. */
export function isAnswered(answer: unknown): boolean {
  if (answer == null) return false;
  if (typeof answer === "string") return answer.trim() !== "";
  if (Array.isArray(answer))
    return answer.some((one) => typeof one === "string" && one.trim() !== "");
  if (typeof answer === "object") return Object.keys(answer).length > 0;
  return true;
}
