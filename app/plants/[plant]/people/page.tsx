import { page } from "@/app/_lib/page";
import { PeoplePage } from "@/features/people/people-page";
import { listAccounts, listTokens, openInvitations } from "@/server/people";
import { listPlants } from "@/server/plant";

const { Page, generateMetadata } = page("people", {
  title: "People",
  async render({ app, person }) {
    const [plants, accounts, invitations, tokens] = await Promise.all([
      listPlants(app.db),
      listAccounts(app.db, app.now()),
      openInvitations(app.db, app.now()),
      listTokens(app.db, app.now()),
    ]);
    return (
      <PeoplePage
        own={person.id}
        plants={plants.map(({ slug, name, practice }) => ({ slug, name, practice }))}
        accounts={accounts.map(({ roles, closedAt, ...each }) => ({
          ...each,
          closedAt: closedAt?.getTime(),
          roles: roles.flatMap(({ plantId, role }) => {
            const plant = plants.find((one) => one.id === plantId);
            return plant ? [{ plant: plant.slug, role }] : [];
          }),
        }))}
        tokens={tokens.map((each) => ({
          ...each,
          expiresAt: each.expiresAt.getTime(),
          lastUsedAt: each.lastUsedAt?.getTime(),
        }))}
        invitations={invitations.map(({ userId, expiresAt, ...each }) => ({
          ...each,
          forPassword: userId !== null,
          expiresAt: expiresAt.getTime(),
        }))}
      />
    );
  },
});
export { Page as default, generateMetadata };
