import { expect, test } from "@jest/globals";
import { separatorOf } from "./separator";

test.each([
  ["Code;Value\n1r;25,0\n4r;18,0\n", ";"],
  ["Serial number;S-3\n\nCode;Value\n1r;25,0\n4r;18,0\nzz9;1\n", ";"],
  ['Backup\n\nCode,Name,Value\n1r,"Up; time",25\n2r,Down,18\n', ","],
  ["1r;25,0\n4r;18,0\n", ";"],
  ["Code\tValue\n1r\t1,5\n2r\t2;3\n", "\t"],
  ["Code|Value\n1r|1,5\n2r|2\n", "|"],
  ["", "\t"],
])("%j has %j", (text, separator) => {
  expect(separatorOf(text)).toBe(separator);
});
