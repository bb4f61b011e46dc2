import { redirect } from "next/navigation";
import { currentPerson } from "@/app/_lib/person";
import { SignIn } from "@/features/people/sign-in";
import { application } from "@/server/application";
import { isDemo } from "@/server/cabinet";
import { isFirstRun } from "@/server/people";

export const metadata = { title: "Sign in" };
export const dynamic = "force-dynamic";

export default async function SignInPage() {
  if (await currentPerson()) redirect("/");
  if (await isFirstRun((await application()).db)) redirect("/begin");
  return <SignIn demo={isDemo()} />;
}
