/**
 * Objects with which a master makes a drive do something, by index: control word, targets and offsets, set-points, outputs, interpolation data
 * (CiA 402-2, 402-3), store and restore parameters, system command (CiA 301, 1010, 1011, 1023, 1024), program download and control (CiA 302-3, 1F50, 1F51).
 */
const COMMAND_OBJECTS: ReadonlySet<number> = new Set([
  0x1010, 0x1011, 0x1023, 0x1024, 0x1f50, 0x1f51, 0x6040, 0x6042, 0x6071, 0x607a, 0x60b0, 0x60b1, 0x60b2,
  0x60c1, 0x60fe, 0x60ff,
]);

/** The profile's area, and how far the objects of a device's further axes lie apart in it (CiA 301, 402-1). */
const PROFILE = 0x6000;
const PROFILE_END = 0x9fff;
const AXIS = 0x800;

/** Whether an object is a command whatever a file says of it, on any axis; `address` is the index times 256 plus the sub-index. */
export function isCommandObject(address: number): boolean {
  return COMMAND_OBJECTS.has(onFirstAxis(address >>> 8));
}

/**
 * Whether an object chooses in which mode a drive runs (CiA 402-2, 6060), on any axis: a setting, but under a drive that runs it changes at once what set-points mean.
 * `address` as above.
 */
export function choosesMode(address: number): boolean {
  return onFirstAxis(address >>> 8) === 0x6060;
}

/** The index that an object of whatever axis has on the first one. */
const onFirstAxis = (index: number): number =>
  index >= PROFILE && index <= PROFILE_END ? PROFILE + ((index - PROFILE) % AXIS) : index;

/** These name a command or a set-point, of whatever quantity. */
const ALWAYS =
  /\b(control ?word|command|cmd|set-? ?point|reference|ref|target|demand|reset|save|store|restore|download|steuerwort|befehl|sollwert|zurücksetzen|speichern|mot de commande|consigne|enregistrer)\b|sollwert|steuerwort|\b(load|reload|initiali[sz]e)\b.*\b(factory|defaults?|parameters?|settings?)\b|\bfactory (defaults?|settings?)$|werkseinstellung|\b(clear|delete|erase|acknowledge|quittieren|löschen|effacer)\b|\bauto[- ]?tun/i;
/** These do when they stand for themselves, and begin the name of a setting otherwise: a start voltage, a stop time. */
const ALONE = /\b(start|stop|jog|enable|run|starten|stoppen|démarrer)\b/i;
const OF_A_QUANTITY =
  /\b(time|delay|ramp|after|level|frequency|current|voltage|torque|speed|limit|zeit|temps|rampe)\b/i;
/** Where a command comes from, how something is done, what an input or output means: settings all. */
const SETTINGS = /\b(source|from|mode|way|how|kind|reaction|function|input|output|quelle|scaling|filter)\b/i;

/** Whether the name of a writable register or object speaks of making the drive do something: a person has to look at it. */
export function soundsLikeCommand(name: string): boolean {
  if (SETTINGS.test(name)) return false;
  return ALWAYS.test(name) || (ALONE.test(name) && !OF_A_QUANTITY.test(name));
}

/** Whether the name of a writable register or object speaks of a password or a key. */
export function soundsLikeSecret(name: string): boolean {
  return /\b(password|passwort|kennwort|mot de passe|passcode|pin code|access code|licen[cs]e key)\b/i.test(
    name,
  );
}
