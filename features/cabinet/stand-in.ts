/** A stand-in drive as the cabinet page shows it. */
export interface StandIn {
  line: string;
  port: number;
  plugged: boolean;
  tag: string;
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
