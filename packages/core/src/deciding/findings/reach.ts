import { coatOf } from '../../model/coat/rows.js';
import type { HostProfile, StylingRoute } from '../../model/host/profile.js';
import type { Survey } from '../../model/host/survey.js';
import { chosenParts, type FindingContext } from './context.js';
import { chooseAnother, type Finding, type FindingAction } from './finding.js';
import { categoriesOf } from './ofPrograms.js';

/** An application, how much it is used, and whether the look reaches it. */
export interface AppReach {
  readonly id: string;
  readonly name: string;
  readonly packaging: string;
  /** 0 to 5. */
  readonly uses: number;
  readonly isReached: boolean;
  /** By which route, or why not. */
  readonly how: string;
}

/** How much an application is used where nobody said. */
const USUAL_USE = 2;

/**
 * Which applications follow the look. What kind of package an application is decides where a route ends; which toolkit
 * draws it no survey can tell, so that the routes which lead nowhere are told by themselves.
 */
export function reachOf(
  host: HostProfile,
  survey: Survey | null,
  uses: Readonly<Record<string, number>>,
): {
  readonly apps: readonly AppReach[];
  readonly share: number | null;
  readonly ends: readonly StylingRoute[];
} {
  const routes = host.routes ?? [];
  const leading = routes.filter((r) => r.sort !== null);
  const ends = routes.filter((r) => r.sort === null);
  const apps = (survey?.applications ?? []).map((app): AppReach => {
    const { id, name, packaging } = app;
    const ended = leading.filter((r) => r.except.includes(packaging));
    // A browser goes by what the profile says of browsers, where it says anything of them.
    const own = categoriesOf(app).includes('WebBrowser')
      ? routes.find((r) => r.toolkit.toLowerCase() === 'browsers')
      : undefined;
    if (own)
      return {
        ...{ id, name, packaging, uses: uses[id] ?? USUAL_USE },
        isReached: own.sort !== null && !own.except.includes(packaging),
        how: `${own.toolkit}: ${own.how}`,
      };
    const isReached = leading.length > 0 && ended.length === 0;
    return {
      id,
      name,
      packaging,
      uses: uses[id] ?? USUAL_USE,
      isReached,
      how: isReached
        ? leading.map((r) => `${r.toolkit}: ${r.how}`).join(' ')
        : leading.length === 0
          ? `${host.name} has no route by which programs follow a theme.`
          : `${ended.map((r) => r.toolkit).join(' and ')}: the route does not lead into packages of the kind ${packaging}.`,
    };
  });
  const all = apps.reduce((sum, a) => sum + a.uses, 0);
  const reached = apps.reduce((sum, a) => sum + (a.isReached ? a.uses : 0), 0);
  return { apps, share: all === 0 ? null : reached / all, ends };
}

/** Applications that take no notice of the theme that is chosen, those used most first. */
export function reachFindings(context: FindingContext): Finding[] {
  const { ctx, survey } = context;
  if (!chosenParts(context).some((c) => c.part.sort === 'theme')) return [];
  const { apps, share } = reachOf(ctx.host, survey, coatOf(ctx.rows).uses);
  return apps
    .filter((a) => !a.isReached && a.uses > 0)
    .map((a) => ({
      key: `out of reach:${a.id}`,
      sort: 'out of reach of the theme',
      title: `${a.name} takes no notice of the theme`,
      cost: `${a.how} The look reaches ${Math.round((share ?? 0) * 100)} % of what is used.`,
      weight: a.uses,
      elements: [],
      parts: [],
      actions: [...replaceable(ctx.host, a), { label: 'Say how much it is used', stage: 'host', id: null }],
      facts: JSON.stringify([a.packaging, ctx.host.id, ctx.host.revision]),
    }));
}

/** Where its package format alone keeps the look from it: another one. */
function replaceable(host: HostProfile, { id, name, packaging }: AppReach): FindingAction[] {
  const leading = (host.routes ?? []).filter((r) => r.sort !== null);
  if (!leading.some((r) => r.except.includes(packaging)) || leading.some((r) => r.except.includes('system')))
    return [];
  return [
    {
      label: `Plan to replace ${name} by a package of another format`,
      answer: { do: 'replace', id, name, packaging },
    },
  ];
}

/** Applications that a chosen part makes worse to work with, weighted by how much they are used. */
export function spoilFindings(context: FindingContext): Finding[] {
  const { ctx, survey } = context;
  const { uses } = coatOf(ctx.rows);
  const used = (survey?.applications ?? []).map((a) => ({ ...a, uses: uses[a.id] ?? USUAL_USE }));
  const isCalled = (word: string, name: string) => word.toLowerCase() === name.toLowerCase();
  return chosenParts(context).flatMap(({ part, elements }) =>
    (part.spoils ?? []).flatMap(({ application, what, cure }): Finding[] => {
      const app = used.find((a) => isCalled(application, a.name) || isCalled(application, a.id));
      if (!app || app.uses === 0) return [];
      return [
        {
          key: `spoils:${part.id}:${app.id}`,
          sort: 'spoils an application',
          title: `${part.name} spoils ${app.name}`,
          cost: [what, cure ? `What cures it: ${cure}` : '', `It is used ${app.uses} of 5.`]
            .filter(Boolean)
            .join(' '),
          weight: SPOILT * app.uses,
          elements,
          parts: [part.id],
          actions: [
            ...(cure
              ? [
                  {
                    label: `Plan what cures it in ${app.name}`,
                    answer: { do: 'cure' as const, application: app.name, by: cure },
                  },
                ]
              : []),
            ...elements.map((id) => chooseAnother(ctx.rows, id)),
            { label: 'Say how much it is used', stage: 'host', id: null },
          ],
          facts: JSON.stringify([part.revision, what, app.id, app.uses]),
        },
      ];
    }),
  );
}
/** An application that gets worse weighs twice as much as one that merely keeps its own look. */
const SPOILT = 2;
