/** What single letters say, about something that somebody asked, waited for, or handed in. */
export interface SpokenLetters {
  seeCourse: string;
  toLesson: string;
  /** A question under a lesson was answered. */
  answered: {
    subject(lesson: string): string;
    asked(text: string): string;
    by(who: string): string;
  };
  /** They asked to come in, and were not let in; why follows in the school's words. */
  notIn: { subject(course: string): string; says(course: string): string };
  /** A place that was held for them went to the next. */
  placeGone: { subject(course: string): string; says(course: string): string; again: string };
  /** What they handed in was looked at. */
  reviewed: {
    accepted(lesson: string): string;
    back(lesson: string): string;
    acceptedBy(who: string): string;
    backBy(who: string): string;
    remarks(count: number): string;
    opens(titles: string): string;
  };
  /** How they came in, said before what they are in. */
  came: {
    asked: string;
    waited: string;
    seatOf(buyer: string): string;
    inAlready: string;
    gift(buyer: string, title: string): string;
  };
  /** They have a membership: how many courses it opens, and of which subjects (several in one, or none). */
  member: {
    subject(title: string): string;
    has(title: string, courses: number, subjects: string): string;
    choose: string;
  };
  /** "Remind me": asked back, and told. */
  reminder: {
    hello: string;
    ask(title: string): string;
    asks(title: string): string;
    notYou: string;
    yes: string;
    open(title: string): string;
    /** With the last day it is open, where there is one. */
    isOpen(title: string, through: string | null): string;
    look: string;
    only: string;
  };
}
