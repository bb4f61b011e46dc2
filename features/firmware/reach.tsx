import { useRouter } from "next/navigation";
import { useState } from "react";
import { bench, type ConnectionView } from "@/core/contract";
import type { Trouble } from "@/core/drive";
import type { LinkSettings } from "@/core/link";
import { LiveWarning } from "@/features/bench/live-warning";
import { usePlant } from "@/features/house/use-plant";
import { act, ask } from "@/features/live/ask";
import { Button } from "@/ui/button";
import { Link } from "@/ui/link";
import { Notice } from "@/ui/notice";

/** Lets go of the drive, so that another program has its line. */
export function LetGo({ view }: { view: ConnectionView }) {
  const { plant } = usePlant();
  const letGo = (): void =>
    void act(bench.letGo, { params: { plant, connection: view.id }, body: { although: true } });
  return (
    <p className="flex flex-wrap gap-3 items-center">
      <Button onClick={letGo}>Let go of it</Button>
      <span className="text-soft">It still has firmware {view.identity?.firmware}.</span>
    </p>
  );
}

/** Connects over the noted way, or leads to the drive that is connected. */
export function Reach({
  tag,
  name,
  way,
  here,
  words,
}: {
  tag: string;
  name: string;
  /** The noted way; none where the drive was never reached from here. */
  way: { link: LinkSettings; name: string; unit: number } | undefined;
  here: ConnectionView | undefined;
  words: string;
}) {
  const { plant, to } = usePlant();
  const router = useRouter();
  const [warning, setWarning] = useState(false);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<Trouble>();
  if (here)
    return (
      <Link className="underline underline-offset-4" href={to(`/bench/${here.id}`)}>
        {tag} is connected: open it, read it and record it
      </Link>
    );
  if (!way)
    return (
      <Link className="underline underline-offset-4" href={to("/bench")}>
        Connect it on the bench
      </Link>
    );
  const connect = async (): Promise<void> => {
    setBusy(true);
    setTrouble(undefined);
    const body = { link: way.link, unit: way.unit };
    const connected = await ask(bench.connect, { params: { plant }, body });
    setBusy(false);
    if (connected.ok) return router.refresh();
    if (connected.trouble.kind === "not-acknowledged") setWarning(true);
    else setTrouble(connected.trouble);
  };
  if (warning)
    return (
      <LiveWarning
        name={name}
        onAcknowledged={() => {
          setWarning(false);
          void connect();
        }}
      />
    );
  return (
    <div className="space-y-2">
      <Button disabled={busy} onClick={() => void connect()}>
        {words} ({way.name}, address {way.unit})
      </Button>
      {trouble && (
        <Notice kind="caution" title={trouble.text}>
          {trouble.remedy}
        </Notice>
      )}
    </div>
  );
}
