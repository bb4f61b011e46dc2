import type { ImportChoices, PreviewView, UploadView } from "@/core/contract";
import type { LinkSettings } from "@/core/link";

export type Choices = ImportChoices;
export type Upload = UploadView;
export type Preview = PreviewView;

/** The drive for which the definition is made, where one answers. */
export interface Waiting {
  link: LinkSettings;
  unit: number;
}

export const KIND_WORDS: Record<Upload["kind"], string> = {
  definition: "a definition in our own format",
  eds: "an electronic data sheet",
  list: "a register list",
};
