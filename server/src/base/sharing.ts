/** The size of a picture that stands beside a shared link, in pixels: 1.91 to 1 (common practice). */
export const SHARING = { width: 1200, height: 630 } as const;
