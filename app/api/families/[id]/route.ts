import { currentPerson } from "@/app/_lib/person";
import { application } from "@/server/application";

/** A definition as a file, in the version that holds now. */
export async function GET(
  _request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  if (!(await currentPerson())) return new Response("Sign in first.", { status: 401 });
  const definition = (await application()).shelf.find((await params).id);
  if (!definition) return new Response("There is no such definition.", { status: 404 });
  return new Response(JSON.stringify(definition.file, null, 2), {
    headers: {
      "content-type": "application/json",
      "content-disposition": `attachment; filename="${definition.id}.json"`,
    },
  });
}
