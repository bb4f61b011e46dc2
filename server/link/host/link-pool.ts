import { isDeepStrictEqual } from "node:util";
import { bad, good, type Result } from "@/core/drive";
import { linkKey, linkText, type LinkSettings } from "@/core/link";
import type { Clock } from "@/core/protocol/channel";
import { makeLink, type DriveLink } from "../drive-link";

/** The links in use: one for each physical way, shared by all who speak to drives on it. */
export class LinkPool {
  private readonly links = new Map<string, { link: DriveLink; users: number; purpose: string }>();

  constructor(private readonly clock: Clock) {}

  /** Takes part in a link. Refused when the same port is in use with other settings: one line has one speed. */
  take(settings: LinkSettings, what: string): Result<DriveLink> {
    const key = linkKey(settings);
    const held = this.links.get(key);
    if (held && !isDeepStrictEqual(held.link.settings, settings)) {
      return bad({
        kind: "busy",
        text: `${linkText(held.link.settings)} is open here already with these settings, for ${held.purpose}; one line has one speed.`,
        remedy: "Use the same settings, or let go there first.",
      });
    }
    const entry = held ?? { link: makeLink(settings, this.clock), users: 0, purpose: what };
    entry.users += 1;
    this.links.set(key, entry);
    return good(entry.link);
  }

  /** Has a serial line speak in another way; false while more than one uses it, since one line has one speed. */
  speakAs(settings: LinkSettings): boolean {
    const held = this.links.get(linkKey(settings));
    if (held?.users !== 1) return false;
    held.link.speakAs(settings);
    return true;
  }

  /** Closes every link, whoever uses it. */
  closeAll(): void {
    for (const { link } of this.links.values()) link.close();
    this.links.clear();
  }

  /** Gives up one's part; the last one closes the link. */
  drop(settings: LinkSettings): void {
    const key = linkKey(settings);
    const held = this.links.get(key);
    if (!held) return;
    held.users -= 1;
    if (held.users > 0) return;
    held.link.close();
    this.links.delete(key);
  }
}
