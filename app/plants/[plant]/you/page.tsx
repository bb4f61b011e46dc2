import { page } from "@/app/_lib/page";
import { ROLE_WORDS } from "@/core/contract";
import { You } from "@/features/people/you";
import { sessionsOf } from "@/server/people";

/** A browser as a person knows it, out of what it says of itself. */
function browserName(agent: string | null): string {
  const name = /(Firefox|Edg|Chrome|Safari)\//.exec(agent ?? "")?.[1];
  const on = /Android|iPhone|iPad|Windows|Macintosh|Linux/.exec(agent ?? "")?.[0];
  const words = name === "Edg" ? "Edge" : name;
  return [words ?? "A browser", on && `on ${on}`].filter(Boolean).join(" ");
}

const { Page, generateMetadata } = page("see", {
  title: "You",
  async render({ app, person }) {
    const sessions = await sessionsOf(app.db, person.id, app.now());
    const { plants } = person;
    return (
      <You
        name={person.name}
        email={person.email}
        standing={
          person.administrator
            ? [`Administrator: ${ROLE_WORDS.administrator}.`]
            : plants.map(({ id, name }) => {
                const role = person.roles.get(id)!;
                return `${name}: ${role}; ${ROLE_WORDS[role]}.`;
              })
        }
        sessions={sessions.map((each) => ({
          id: each.id,
          since: each.createdAt.getTime(),
          browser: browserName(each.userAgent),
          here: each.id === person.sessionId,
        }))}
      />
    );
  },
});
export { Page as default, generateMetadata };
