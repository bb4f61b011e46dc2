import type { Command } from "@/core/definition";
import type { SerialSettings } from "@/core/link";

/** What a switch-over comes to: as whom the drive answers afterwards, and how it is told so. */
export interface Switching {
  /** The definition that holds afterwards, and as which rating of it the drive answers; absent where it says nothing of that. */
  definitionId: string;
  title: string;
  rating?: string;
  ratingName?: string;
  /** Sent over the link; absent where a person does it at the keypad, as `howTo` says. */
  command?: Command;
  howTo: string;
  /** What is lost with it, in the words of the definition; absent where it does not say. */
  resets?: string;
  /** How many settings of the drive are not the factory's now, and are lost. */
  lost: number;
  /** Where and how it speaks afterwards: the address the drive comes with, and on a serial line the speed. */
  address: number;
  speech?: Partial<SerialSettings>;
  way: string;
}
