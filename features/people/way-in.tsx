"use client";
import { useState } from "react";
import { Button } from "@/ui/button";

/** An address to hand to somebody. It is shown this once: only its hash is kept. */
export function WayIn({ name, path, onClose }: { name: string; path: string; onClose: () => void }) {
  const [copied, setCopied] = useState(false);
  const address = `${window.location.origin}${path}`;
  const copy = (): void => {
    void navigator.clipboard?.writeText(address).then(
      () => setCopied(true),
      () => undefined,
    );
  };
  return (
    <div className="space-y-4">
      <p>
        Hand this address to {name}, and to nobody else: whoever opens it chooses the password. It holds for a
        week, and once. It is shown only now.
      </p>
      <input
        readOnly
        aria-label="Address of the invitation"
        value={address}
        onFocus={(event) => event.target.select()}
        className="w-full min-h-9 font-mono text-[14px] border border-hairline rounded-page px-3 bg-paper"
      />
      <div className="flex gap-3">
        <Button rank="primary" onClick={copy}>
          {copied ? "Copied" : "Copy it"}
        </Button>
        <Button rank="quiet" onClick={onClose}>
          Done
        </Button>
      </div>
    </div>
  );
}
