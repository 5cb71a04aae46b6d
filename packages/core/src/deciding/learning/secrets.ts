/** Names of what is private: as in `survey.sh` and `learn.sh`. */
const KEY =
  /pass(word|phrase|wd|code)|secret|token|credential|api.?key|auth|cookie|session.?id|account|user.?name|login|e.?mail|phone|private|license.?key|serial|host.?name|proxy|recent|history|location|latitude|longitude/i;
const ADDRESS = /[A-Za-z0-9._%+-]+@[A-Za-z0-9-]+\.[A-Za-z]|:\/\/[^/ ]*@/;
const LONG_NUMBER = /(^|[^0-9.])[0-9]{10}/;

/** A long word of letters and digits is a token or a key. */
const isToken = (value: string): boolean =>
  value
    .split(/[^A-Za-z0-9+=]+/)
    .some((word) => word.length >= 24 && /[0-9]/.test(word) && /[A-Za-z]/.test(word));

/** Whether a setting may be a secret, by its name or by one of its values. */
export const isSecret = (name: string, values: readonly string[]): boolean =>
  KEY.test(name) || values.some((v) => ADDRESS.test(v) || LONG_NUMBER.test(v) || isToken(v));
