import type { Metadata } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { Toaster } from "sonner";
import "./globals.css";

export const metadata: Metadata = {
  title: { default: "Calm Ledger", template: "%s · Calm Ledger" },
  description: "Record, compare and restore the parameters of a plant's drives.",
};

const theme = `try{document.documentElement.dataset.theme=localStorage.getItem("theme")||(matchMedia("(prefers-color-scheme: dark)").matches?"night":"day")}catch{}`;

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get("x-nonce") ?? undefined;
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: theme }} />
      </head>
      <body>
        {children}
        <Toaster
          position="bottom-right"
          offset={56}
          toastOptions={{
            classNames: {
              toast: "!bg-leaf !text-ink !border-hairline !rounded-page !font-sans",
              description: "!text-soft",
            },
          }}
        />
      </body>
    </html>
  );
}
