import { redirect } from "next/navigation";
import { currentPerson } from "@/app/_lib/person";
import { SignIn } from "@/features/people/sign-in";
import { hasCabinet } from "@/server/cabinet";

export const metadata = { title: "Sign in" };
export const dynamic = "force-dynamic";

export default async function SignInPage() {
  if (await currentPerson()) redirect("/");
  return <SignIn demo={hasCabinet()} />;
}
