"use client";

const LINK = "underline underline-offset-4 decoration-hairline hover:decoration-copper hover:text-ink";

/** A paper as PDF, and handed over to the mail program: the file is kept, and a message opens with its subject ready. */
export function PaperLinks({ href, subject }: { href: string; subject: string }) {
  return (
    <span className="text-[14px] text-soft whitespace-nowrap">
      <a className={LINK} download href={href}>
        PDF
      </a>
      {" or "}
      <a
        className={LINK}
        href={`mailto:?subject=${encodeURIComponent(subject)}&body=${encodeURIComponent("The file is attached.")}`}
        title="Keeps the PDF and opens the mail program with a subject; attach the file there"
        onClick={() => {
          // A message cannot bring a file along by itself: it is kept first, so that it lies ready.
          const link = document.createElement("a");
          link.href = href;
          link.download = "";
          link.click();
        }}
      >
        by mail
      </a>
    </span>
  );
}
