import { and, eq, gt } from "drizzle-orm";
import { tables, type Database } from "@/server/database";

/** What goes on for a session, such as a stream of events, and has to end with it. */
export class Sessions {
  private readonly open = new Map<string, Set<() => void>>();

  constructor(private readonly db: Database) {}

  /** Has something ended when the session ends here. Gives what takes that back. */
  whenEnded(sessionId: string, end: () => void): () => void {
    const all = this.open.get(sessionId) ?? new Set();
    this.open.set(sessionId, all.add(end));
    return () => {
      all.delete(end);
      if (all.size === 0) this.open.delete(sessionId);
    };
  }

  /** A session ended: what went on for it ends. */
  ended(sessionId: string): void {
    for (const end of [...(this.open.get(sessionId) ?? [])]) end();
  }

  /** Whether a session still holds: it may have run out, or have been ended elsewhere. */
  async holds(sessionId: string, now: Date): Promise<boolean> {
    const { session } = tables;
    const rows = await this.db
      .select({ id: session.id })
      .from(session)
      .where(and(eq(session.id, sessionId), gt(session.expiresAt, now)));
    return rows.length > 0;
  }
}
