/** One starting question, as it is asked. */
export interface StartQuestion {
  id: string;
  title: string;
  /** In which the answer is typed; absent for words and bare numbers. */
  unit?: string;
  /** What it can be, where one chooses. An answer that sets several parameters names them. */
  options?: Array<{ id: string; text: string; about?: string; codes?: string[] }>;
  /** The parameter that an answer sets, and what it is called there. */
  code: string;
  name: string;
  /** What it is in these values. */
  now: string;
  /** What has to be known to answer. */
  about?: string;
}
