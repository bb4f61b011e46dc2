import { connectionIn } from "@/app/_lib/connection-of";
import { page } from "@/app/_lib/page";
import { LiveTerminals } from "@/features/terminals/live-terminals";
import { Empty } from "@/ui/notice";

const { Page, generateMetadata } = page("connect", {
  title: "Terminals",
  render({ app, plant, params }) {
    const connection = connectionIn(app, plant.id, params.id!);
    return Promise.resolve(
      connection ? (
        <LiveTerminals
          connection={connection.id}
          title={connection.position?.tag ?? connection.identity.serial}
        />
      ) : (
        <Empty title="This drive is not connected.">
          Connect it at the bench, then look at its terminals.
        </Empty>
      ),
    );
  },
});
export { Page as default, generateMetadata };
