import { redirect } from "next/navigation";
import { connection } from "next/server";

export default async function Layout() {
  await connection();
  redirect("/sign-in");
}
