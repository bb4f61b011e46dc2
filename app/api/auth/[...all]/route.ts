import { application } from "@/server/application";

async function handle(request: Request): Promise<Response> {
  const { auth } = await application();
  return auth.handler(request);
}

export { handle as GET, handle as POST };
