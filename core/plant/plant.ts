/** A plant in this archive. */
export interface Plant {
  id: number;
  /** Stands in addresses. */
  slug: string;
  name: string;
  /** Stand-ins only, for exercises. */
  practice: boolean;
}
