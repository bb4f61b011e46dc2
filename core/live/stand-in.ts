/** A stand-in drive in its cabinet, as the simulator tells it and the demo's cabinet page shows it. */
export interface StandInView {
  line: string;
  lineTitle: string;
  kind: string;
  port: number;
  /** Of a serial port. */
  path?: string;
  plugged: boolean;
  /** What is wrong with the cable. */
  disturbance: string;
  tag: string;
  family: string;
  definitionId: string;
  rating: string;
  ratings: Array<{ id: string; name: string }>;
  firmware: string;
  serial: string;
  address: number;
  axes: number;
  /** It has a power part that can be exchanged on its own. */
  hasPowerPart: boolean;
  /** Its control part can live while the power part is not fed. */
  canDieHalf: boolean;
  /** It asks for write permission, that a person at the keypad gives. */
  asksPermission: boolean;
  /** Whether a card with values sits in it; absent where the family has none. */
  hasCard?: boolean;
  powered: boolean;
  mains: boolean;
  turning: boolean;
  trip: number;
  permission: boolean;
  volatile: boolean;
}
