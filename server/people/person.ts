/** Who does something: goes onto every record, receipt and line of the journal. */
export interface Person {
  id: string;
  name: string;
  /** The sign-in it happened in; the warning before live work is acknowledged once in each. */
  sessionId: string;
}
