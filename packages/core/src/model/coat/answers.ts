import { idSchema } from '../../ground/ids.js';
import { oneOf, shape, tagged, text, type Of } from '../../ground/shape/shape.js';

/** What was answered to a finding where it is a deed: the plan does it, and the way back undoes it. */
const application = {
  /** The id of its desktop entry, its name, and how it came: as a survey tells them. */
  id: text(300),
  name: text(300, 0),
  packaging: text(60, 0),
};
export const answerSchema = tagged('do', [
  /** It goes: another does its duty. */
  shape({ do: oneOf(['remove']), ...application }),
  /** It is installed in a form that the look reaches, and goes in the form that it does not. */
  shape({ do: oneOf(['replace']), ...application }),
  /** What did a duty is gone, and this does it now. */
  shape({ do: oneOf(['moved']), duty: text(200), to: text(200) }),
  /** It is paid for before it is got, or tried for as long as that costs nothing. */
  shape({ do: oneOf(['pay', 'try']), partId: idSchema }),
  /** What cures the fault that a part has in one application. */
  shape({ do: oneOf(['cure']), application: text(200), by: text(500) }),
]);
export type Answer = Of<typeof answerSchema>;
