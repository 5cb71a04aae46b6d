/** What the scripts say to the person, in one place and one voice. */
export function say(text) {
  process.stdout.write(`${text}\n`);
}

/** Ends with a sentence instead of a stack. */
export function giveUp(text) {
  process.stderr.write(`${text}\n`);
  process.exit(1);
}
