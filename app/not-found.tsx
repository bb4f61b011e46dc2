import { Link } from "@/ui/link";

export default function NotFound() {
  return (
    <main className="min-h-dvh grid place-items-center p-6 text-center">
      <div>
        <h1 className="text-2xl font-semibold">There is no such page in the ledger.</h1>
        <p className="mt-2">
          <Link href="/" className="underline underline-offset-4">
            Go to the plant
          </Link>
        </p>
      </div>
    </main>
  );
}
