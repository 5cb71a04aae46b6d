import parseExpression from 'spdx-expression-parse';

type Expression = parseExpression.Info;

/** What is wrong with a licence, in a sentence, or null. Source: SPDX Specification 2.3, annex D, and the SPDX licence list. */
export function licenceProblem(text: string): string | null {
  if (text.trim() === '') return 'Say the licence as an SPDX expression, such as MIT or GPL-3.0-or-later.';
  try {
    parseExpression(text);
    return null;
  } catch {
    return `“${text.slice(0, 80)}” is no SPDX licence expression. One with no SPDX name is written LicenseRef- and a name.`;
  }
}

/** Names whose terms forbid selling, changing or passing on, and names of one's own, which nobody can know. */
const CLOSED =
  /^LicenseRef-|^DocumentRef-|^BUSL-|^SSPL-|^PolyForm-|^Elastic-|-NC(-|$)|-ND(-|$)|^proprietary/i;

/**
 * Whether a licence lets everybody use, change and pass a thing on. Of a choice (OR) one open branch is enough, of
 * a sum (AND) every part has to be open. False for what is no SPDX expression.
 */
export function isOpenLicence(text: string): boolean {
  const open = (e: Expression): boolean => {
    if (!('conjunction' in e)) return !CLOSED.test(e.license);
    return e.conjunction === 'or' ? open(e.left) || open(e.right) : open(e.left) && open(e.right);
  };
  try {
    return open(parseExpression(text));
  } catch {
    return false;
  }
}
