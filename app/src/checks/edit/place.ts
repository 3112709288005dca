/** The lesson that a quiz is made in. */
export interface Place {
  school: string;
  course: string;
  lesson: string;
}
