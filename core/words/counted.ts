/** A number with what it counts. Example: 1 and "setting" is "1 setting", 2 is "2 settings". */
export function counted(n: number, one: string, many = `${one}s`): string {
  return `${n} ${n === 1 ? one : many}`;
}
