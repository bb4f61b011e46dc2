import { page } from "@/app/_lib/page";
import { commonTroubles, ENDPOINTS, waysInWords } from "@/core/contract";
import { InterfacePage } from "@/features/door/interface-page";

const WAYS = waysInWords(ENDPOINTS);

const { Page, generateMetadata } = page("see", {
  title: "For other programs",
  render: async ({ plant }) => <InterfacePage plant={plant.slug} ways={WAYS} always={commonTroubles()} />,
});
export { Page as default, generateMetadata };
