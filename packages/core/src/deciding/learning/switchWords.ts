const SWITCHES: readonly (readonly [yes: string, no: string])[] = [
  ['true', 'false'],
  ['yes', 'no'],
  ['on', 'off'],
  ['1', '0'],
];
/** How a switch says yes and no, by one value of it: its words, and their capitals. */
export function switchWords(value: string): readonly [yes: string, no: string] {
  const [yes, no] = SWITCHES.find((pair) => pair.includes(value.toLowerCase())) ?? ['true', 'false'];
  const asWritten = (word: string) =>
    /^[A-Z]{2}/.test(value)
      ? word.toUpperCase()
      : /^[A-Z]/.test(value)
        ? word.charAt(0).toUpperCase() + word.slice(1)
        : word;
  return [asWritten(yes), asWritten(no)];
}
