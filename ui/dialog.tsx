"use client";
import { Dialog as Base, DialogBackdrop, DialogPanel, DialogTitle } from "@headlessui/react";
import type { ReactNode } from "react";

/** Only for what must not be missed. Esc gives up. */
export function Dialog({
  open,
  title,
  onClose,
  children,
}: {
  open: boolean;
  title: string;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <Base open={open} onClose={onClose} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-veil" />
      <div className="fixed inset-0 flex items-center justify-center p-4">
        <DialogPanel className="w-full max-w-xl max-h-[85vh] overflow-auto bg-leaf border border-hairline border-t-4 border-t-copper rounded-page p-6">
          <DialogTitle className="text-xl font-semibold mb-3">{title}</DialogTitle>
          {children}
        </DialogPanel>
      </div>
    </Base>
  );
}
