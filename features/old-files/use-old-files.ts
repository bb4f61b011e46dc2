"use client";
import { useCallback, useRef, useState } from "react";
import { files as fileWays, oldFiles as ways } from "@/core/contract";
import type { Result, TroubleCode } from "@/core/drive";
import { LARGEST_TEXT } from "@/core/format";
import { positionPath } from "@/core/plant/position-path";
import { usePlant } from "@/features/house/use-plant";
import { sendFile } from "@/features/live/ask";
import type { PathedFile } from "@/features/live/dropped-files";
import { filesOfDrives, standingOf, type Aim, type OldFile } from "./old-file";

/** More than this at once is for several goes. */
const MOST = 2000;
const FOR_ALL = new Set<TroubleCode>(["not-signed-in", "no-right", "lost", "no-space"]);
const TOO_LARGE = {
  reason: "It is far larger than any list of a drive's values.",
  remedy: "It can be kept with its position as a file.",
};

/** Files on their way into the ledger: looked through one after the other, and kept when a person says so. What is done stays done whatever happens to the rest. */
export function useOldFiles(position: string | undefined) {
  const { plant } = usePlant();
  const [all, setAll] = useState<OldFile[]>([]);
  const [busy, setBusy] = useState<{ done: number; of: number }>();
  const stopped = useRef(false);
  /** What was said last of each, also before the page is drawn anew. */
  const words = useRef(new Map<string, OldFile["said"]>());
  const put = useCallback((path: string, change: Partial<OldFile>) => {
    setAll((now) => now.map((each) => (each.path === path ? { ...each, ...change } : each)));
  }, []);

  const ask = useCallback(
    (each: OldFile, keep: boolean) =>
      sendFile(
        ways.takeOldFile,
        {
          params: { plant },
          query: {
            ...each.said,
            path: each.path,
            modified: each.file.lastModified,
            ...(keep ? { keep } : {}),
          },
        },
        each.file,
      ),
    [plant],
  );
  /** What goes wrong with one file may be its own; what goes wrong with the server would go wrong with every further one. */
  const halt = useCallback((answer: Result<unknown>): void => {
    if (!answer.ok && FOR_ALL.has(answer.trouble.kind)) stopped.current = true;
  }, []);
  /**
   * Looks a file through. An answer to what was said before the last word counts for nothing. One that holds several drives gives way to one for each of them, which
   * are given back: they are to be looked through too.
   */
  const lookOnce = useCallback(
    async (each: OldFile): Promise<OldFile[]> => {
      const answered = (change: Partial<OldFile>): OldFile[] => {
        setAll((now) =>
          now.map((one) =>
            one.path === each.path && one.said === each.said ? { ...one, looking: false, ...change } : one,
          ),
        );
        return [];
      };
      if (each.file.size > LARGEST_TEXT)
        return answered({
          view: { path: each.path, hash: "", position: each.said.position, closed: TOO_LARGE },
        });
      put(each.path, { looking: true, trouble: undefined });
      const answer = await ask(each, false);
      halt(answer);
      const parts = answer.ok ? filesOfDrives(each, answer.value) : [];
      if (parts.length > 0) {
        setAll((now) => now.flatMap((one) => (one.path === each.path ? parts : [one])));
        return parts;
      }
      return answered(answer.ok ? { view: answer.value } : { trouble: answer.trouble });
    },
    [ask, put, halt],
  );
  const look = useCallback(
    async (each: OldFile): Promise<void> => {
      for (const part of await lookOnce(each)) if (!stopped.current) await lookOnce(part);
    },
    [lookOnce],
  );
  /** Goes through files one after the other until they are through or somebody says stop. */
  const through = useCallback(async (files: OldFile[], each: (file: OldFile) => Promise<void>) => {
    stopped.current = false;
    for (const [i, file] of files.entries()) {
      if (stopped.current) break;
      setBusy({ done: i, of: files.length });
      await each(file);
    }
    setBusy(undefined);
  }, []);

  const add = (chosen: PathedFile[]): Promise<void> => {
    const there = new Set(all.map((each) => each.path));
    const added = chosen
      .filter(({ path, file }) => !there.has(path) && file.size > 0 && !/(^|\/)\./.test(path))
      .slice(0, MOST)
      .map(({ path, file }): OldFile => ({
        path,
        file,
        said: position === undefined ? {} : { position },
        view: undefined,
        looking: false,
        trouble: undefined,
        aim: undefined,
        done: undefined,
      }));
    setAll([...all, ...added]);
    return through(added, look);
  };
  /** Says something of a file, beside what was said of it before, and looks it through with that. */
  const say = (path: string, said: OldFile["said"]): void => {
    const each = all.find((one) => one.path === path);
    if (!each) return;
    const told = { ...(words.current.get(path) ?? each.said), ...said };
    words.current.set(path, told);
    const next = { ...each, said: told };
    put(path, { said: told });
    void look(next);
  };
  /** Looks through what was not looked through, or could not be. */
  const goOn = (): Promise<void> =>
    through(
      all.filter((each) => ["unseen", "failed"].includes(standingOf(each))),
      look,
    );
  const aimAt = (path: string, aim: Aim | undefined): void => put(path, { aim, trouble: undefined });
  const attach = async (each: OldFile): Promise<void> => {
    const tag = each.view?.position;
    if (tag === undefined) return;
    const folder = each.path.split("/").slice(0, -1).join("/");
    const note = folder ? `from ${folder}`.slice(0, 300) : undefined;
    const query = { name: each.file.name, tag, kind: "backup" as const, ...(note ? { note } : {}) };
    const answer = await sendFile(fileWays.addFile, { params: { plant }, query }, each.file);
    halt(answer);
    put(
      each.path,
      answer.ok
        ? { done: { words: `It is a file of ${tag} now`, href: positionPath(tag) } }
        : { trouble: answer.trouble },
    );
  };
  const keep = async (each: OldFile): Promise<void> => {
    if (each.aim === "attach") return attach(each);
    const answer = await ask(each, true);
    halt(answer);
    if (!answer.ok) return put(each.path, { trouble: answer.trouble });
    const { tag, number, known } = answer.value.kept!;
    const words = known ? `It is record ${number} of ${tag} already` : `It is record ${number} of ${tag} now`;
    put(each.path, { done: { words, href: positionPath(tag, `?record=${number}`) } });
  };
  const keepReady = (): Promise<void> =>
    through(
      all.filter((each) => standingOf(each) === "ready"),
      keep,
    );
  return {
    all,
    busy,
    add,
    say,
    aimAt,
    keepReady,
    goOn,
    keepOne: keep,
    stop: () => {
      stopped.current = true;
    },
    clear: () => {
      words.current.clear();
      setAll([]);
    },
  };
}
