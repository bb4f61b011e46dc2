import type { Metadata } from "next";
import { cookies } from "next/headers";
import type { ReactNode } from "react";
import { Toaster } from "sonner";
import { THEME_COOKIE } from "@/features/house/theme";
import { plantZone } from "@/server/settings";
import "./globals.css";

export const metadata: Metadata = {
  title: { default: "Calm Ledger", template: "%s · Calm Ledger" },
  description: "Record, compare and restore the parameters of a plant's drives.",
};

export default async function RootLayout({ children }: { children: ReactNode }) {
  // Said by the document itself: a script that asks the browser would hold up everything behind it.
  const theme = (await cookies()).get(THEME_COOKIE)?.value;
  return (
    <html
      lang="en"
      data-theme={theme === "day" || theme === "night" ? theme : undefined}
      data-zone={plantZone()}
    >
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
