/** Choosing an iCalendar file; without a browser there is none to choose. */
export interface CalendarFileProps {
  busy: boolean;
  onFile(file: Blob): void;
}

export function CalendarFile(_: CalendarFileProps) {
  return null;
}
