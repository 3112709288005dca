import { z } from "zod";

/** The number of a notice. */
export const noticeId = z.string().regex(/^\d{1,18}$/);
