/** A stand-in drive in its cabinet, as the simulator tells it and the demo's cabinet page shows it. */
export interface StandInView {
  line: string;
  lineTitle: string;
  port: number;
  plugged: boolean;
  tag: string;
  family: string;
  definitionId: string;
  rating: string;
  ratings: Array<{ id: string; name: string }>;
  firmware: string;
  serial: string;
  address: number;
  powered: boolean;
  turning: boolean;
  trip: number;
  permission: boolean;
  volatile: boolean;
}
