/** Our colors, in light and in dark. One color, one meaning. */

export interface Palette {
  dark: boolean;
  /** The frame. */
  frame: string;
  onFrame: string;
  onFrameQuiet: string;
  /** The current place on the frame, and the bar that marks it. */
  frameHere: string;
  frameMark: string;
  /** What is done, on the night frame. */
  frameLeaf: string;
  /** The instant one looks at. */
  night: string;
  onNight: string;
  /** Waiting, and links. */
  dusk: string;
  /** The one primary action of a screen, and text that warns. */
  ember: string;
  emberFill: string;
  onEmber: string;
  /** In drawings only. */
  coral: string;
  /** Open. */
  apricot: string;
  apricotPale: string;
  apricotLine: string;
  apricotInk: string;
  apricotLabel: string;
  /** The "as if" strip. */
  morning: string;
  onMorning: string;
  onMorningQuiet: string;
  /** Done. */
  leaf: string;
  paper: string;
  surface: string;
  lilac: string;
  ink: string;
  quiet: string;
  line: string;
  /** Time outside access. */
  shade: string;
}

export const light: Palette = {
  dark: false,
  frame: "#221D3D",
  onFrame: "#FFFFFF",
  onFrameQuiet: "#C3BBDD",
  frameHere: "#3B3262",
  frameMark: "#F2A65A",
  frameLeaf: "#86C9A0",
  night: "#221D3D",
  onNight: "#FFFFFF",
  dusk: "#5B4B8A",
  ember: "#B43F2A",
  emberFill: "#B43F2A",
  onEmber: "#FFFFFF",
  coral: "#D9533B",
  apricot: "#F4C592",
  apricotPale: "#F7DFC5",
  apricotLine: "#A86420",
  apricotInk: "#4A2606",
  apricotLabel: "#FBE6CD",
  morning: "#DCE8F2",
  onMorning: "#1F1B2E",
  onMorningQuiet: "#4A5468",
  leaf: "#3F7355",
  paper: "#FBF8F3",
  surface: "#FFFFFF",
  lilac: "#F1ECF6",
  ink: "#1F1B2E",
  quiet: "#655E7C",
  line: "#DDD6E5",
  shade: "#EFEBE9",
};

export const dark: Palette = {
  dark: true,
  frame: "#100D20",
  onFrame: "#F3EEE6",
  onFrameQuiet: "#B0A7CC",
  frameHere: "#2F2850",
  frameMark: "#F2A65A",
  frameLeaf: "#86C9A0",
  night: "#F3EEE6",
  onNight: "#18142A",
  dusk: "#B9A9EE",
  ember: "#F5937D",
  emberFill: "#B43F2A",
  onEmber: "#FFFFFF",
  coral: "#E8705A",
  apricot: "#9A5F27",
  apricotPale: "#5E4028",
  apricotLine: "#F0B878",
  apricotInk: "#FFE9CF",
  apricotLabel: "#6E431B",
  morning: "#27324A",
  onMorning: "#F3EEE6",
  onMorningQuiet: "#BCC8DC",
  leaf: "#86C9A0",
  paper: "#18142A",
  surface: "#221D3A",
  lilac: "#2A2445",
  ink: "#F3EEE6",
  quiet: "#B5ADC9",
  line: "#3C3557",
  shade: "#211C36",
};
