/** One physical quantity, or one way of acting, that many families have under codes and units of their own. */
export interface CommonQuantity {
  title: string;
  /** The unit it is shown and compared in; absent for a bare number and for words. */
  unit?: string;
  /** What it can be, where it is no number: an id for the definitions, the words for people. */
  words?: Readonly<Record<string, string>>;
}

const yesNo = { no: "no", yes: "yes" };
const reaction = { ignore: "ignored", warn: "warning", trip: "trip" };
const source = {
  keypad: "keypad",
  analogue: "analogue input",
  fixed: "fixed speeds",
  network: "network",
  controller: "process controller",
  leader: "another drive",
  other: "something else",
};

/** The common quantities, in the order in which a machine is understood. */
const table = {
  "load-kind": {
    title: "Kind of load",
    words: {
      square: "falls with the square of speed",
      constant: "constant",
      rolling: "rolls on by itself",
      inertia: "great inertia",
    },
  },
  "rated-power": { title: "Motor, rated power", unit: "kW" },
  "rated-voltage": { title: "Motor, rated voltage", unit: "V" },
  "rated-current": { title: "Motor, rated current", unit: "A" },
  "rated-frequency": { title: "Motor, rated frequency", unit: "Hz" },
  "rated-speed": { title: "Motor, rated speed", unit: "rpm" },
  "power-factor": { title: "Motor, power factor" },
  "pole-pairs": { title: "Motor, pole pairs" },
  "motor-kind": {
    title: "Motor, kind",
    words: {
      induction: "induction",
      magnets: "permanent magnets",
      reluctance: "reluctance",
      linear: "linear",
    },
  },
  "motor-connection": { title: "Motor, connection", words: { star: "star", delta: "delta" } },
  "motor-sensor": {
    title: "Motor, heat sensor",
    words: { none: "none", ptc: "PTC", pt100: "PT100", pt1000: "PT1000", kty84: "KTY84", switch: "switch" },
  },
  "winding-limit": { title: "Motor, winding trips at", unit: "°C" },
  "stator-resistance": { title: "Motor, stator resistance", unit: "Ω" },
  "magnetising-current": { title: "Motor, magnetising current", unit: "A" },
  "load-inertia": { title: "Inertia of motor and load", unit: "kg·m²" },
  "line-voltage": { title: "Supply voltage", unit: "V" },
  direction: { title: "Direction", words: { wired: "as wired", exchanged: "exchanged" } },
  "backward-allowed": { title: "Backward allowed", words: yesNo },
  "control-method": {
    title: "Control method",
    words: {
      curve: "voltage by frequency",
      vector: "vector without encoder",
      encoder: "vector with encoder",
      torque: "torque",
    },
  },
  "carrier-frequency": { title: "Carrier frequency", unit: "kHz" },
  boost: { title: "Boost at standstill", unit: "%" },
  "reference-from": { title: "Reference from", words: source },
  "run-from": {
    title: "Run commanded by",
    words: { keypad: "keypad", terminals: "terminals", network: "network" },
  },
  "start-after-power-up": { title: "Starts by itself after power-up", words: yesNo },
  "restart-after-trip": { title: "Starts by itself after a trip", words: yesNo },
  "lowest-frequency": { title: "Lowest frequency", unit: "Hz" },
  "highest-frequency": { title: "Highest frequency", unit: "Hz" },
  "lowest-speed": { title: "Lowest speed", unit: "rpm" },
  "highest-speed": { title: "Highest speed", unit: "rpm" },
  "jog-speed": { title: "Jog speed", unit: "rpm" },
  "fixed-speed-1": { title: "First fixed speed", unit: "rpm" },
  "acceleration-time": { title: "Acceleration time", unit: "s" },
  "deceleration-time": { title: "Deceleration time", unit: "s" },
  "quick-stop-time": { title: "Quick stop time", unit: "s" },
  "second-acceleration-time": { title: "Second acceleration time", unit: "s" },
  "second-deceleration-time": { title: "Second deceleration time", unit: "s" },
  "stop-way": {
    title: "Stops by",
    words: {
      ramp: "ramp",
      coast: "coast",
      quick: "quick ramp",
      dc: "DC braking",
      "ramp-dc": "ramp, then DC",
    },
  },
  "brake-resistor": { title: "Brake resistor in use", words: yesNo },
  "resistor-ohms": { title: "Brake resistor, resistance", unit: "Ω" },
  "resistor-power": { title: "Brake resistor, power", unit: "kW" },
  "dc-brake-current": { title: "DC braking, current", unit: "%" },
  "dc-brake-time": { title: "DC braking, time", unit: "s" },
  "holding-brake": { title: "Holding brake", words: yesNo },
  "catch-turning-motor": { title: "Catches a turning motor", words: yesNo },
  "current-limit": { title: "Current limit", unit: "%" },
  "torque-limit-motoring": { title: "Torque limit, motoring", unit: "%" },
  "torque-limit-braking": { title: "Torque limit, braking", unit: "%" },
  "motor-overload": { title: "Motor overload", words: reaction },
  "motor-phase-loss": { title: "Motor phase missing", words: reaction },
  "external-trip": {
    title: "External trip acts by",
    words: { coast: "coast", ramp: "ramp", quick: "quick ramp" },
  },
  "process-controller": { title: "Process controller in use", words: yesNo },
  "link-timeout": { title: "Link timeout", unit: "s" },
  "link-lost": {
    title: "When the link is lost",
    words: {
      "go-on": "goes on",
      warn: "warning",
      ramp: "stops by ramp",
      coast: "coasts",
      quick: "quick ramp",
      trip: "trip",
    },
  },
  address: { title: "Address on the line" },
  "output-frequency": { title: "Output frequency", unit: "Hz" },
  "motor-speed": { title: "Motor speed", unit: "rpm" },
  "motor-current": { title: "Motor current", unit: "A" },
  "motor-torque": { title: "Motor torque", unit: "%" },
  "motor-power": { title: "Motor power", unit: "kW" },
  "output-voltage": { title: "Output voltage", unit: "V" },
  "dc-bus": { title: "DC bus", unit: "V" },
  temperature: { title: "Heat sink", unit: "°C" },
  "hours-with-power": { title: "Hours with power", unit: "h" },
  "hours-running": { title: "Hours running", unit: "h" },
  energy: { title: "Energy taken", unit: "kWh" },
} satisfies Record<string, CommonQuantity>;

export type Quantity = keyof typeof table;
export const QUANTITIES = Object.keys(table) as Quantity[];

/** What a common quantity is called, its unit, its words. */
export const quantityOf = (quantity: Quantity): CommonQuantity => table[quantity];
