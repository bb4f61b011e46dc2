/**
 * Objects with which a master makes a drive do something, by index: control word, targets and offsets, set-points, outputs, interpolation data
 * (CiA 402-2, 402-3), store and restore parameters, system command (CiA 301, 1010, 1011, 1023, 1024), program download and control (CiA 302-3, 1F50, 1F51).
 */
const COMMAND_OBJECTS: ReadonlySet<number> = new Set([
  0x1010, 0x1011, 0x1023, 0x1024, 0x1f50, 0x1f51, 0x6040, 0x6042, 0x6071, 0x607a, 0x60b0, 0x60b1, 0x60b2,
  0x60c1, 0x60fe, 0x60ff,
]);

/** Whether an object is a command whatever a file says of it; `address` is the index times 256 plus the sub-index, of axis 1. */
export function isCommandObject(address: number): boolean {
  return COMMAND_OBJECTS.has(address >>> 8);
}

const WORDS =
  /\b(control ?word|command|set-?point|reset|save|store|restore|start|stop|jog|enable|download|steuerwort|befehl|sollwert|zurücksetzen|speichern|starten|mot de commande|consigne|enregistrer|démarrer)\b/i;
/** What these words stand in when they mean a setting: how it starts, when it stops, where a command comes from. */
const SETTINGS =
  /\b(source|from|mode|way|how|kind|reaction|time|delay|ramp|after|level|frequency|current|voltage|torque limit|function|input|output|zeit|quelle|rampe|temps|rampe)\b/i;

/** Whether the name of a writable register or object speaks of making the drive do something: a person has to look at it. */
export function soundsLikeCommand(name: string): boolean {
  return WORDS.test(name) && !SETTINGS.test(name);
}
