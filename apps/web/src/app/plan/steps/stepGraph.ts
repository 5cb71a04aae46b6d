import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { Graph, layout } from '@dagrejs/dagre';
import { withoutImplied } from '@spare-coat/core/doing/plan/reduction';
import { PlanView } from '../planView';

const NODE = { width: 190, height: 34 };
const MARGIN = 12;
const LONGEST = 28;
/** Room between two sittings for the line of the break. */
const BREAK = 44;

/** What follows what, drawn from left to right: sittings side by side, breaks as lines between them. */
@Component({
  selector: 'coat-step-graph',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let g = drawn();
    <div class="scroll">
      <svg
        [attr.width]="g.width"
        [attr.height]="g.height"
        role="group"
        aria-label="Steps and what they follow"
      >
        @for (b of g.breaks; track b.x) {
          <line [attr.x1]="b.x" y1="0" [attr.x2]="b.x" [attr.y2]="g.height" class="break" />
          <text [attr.x]="b.x - 6" y="14" text-anchor="end" class="word">{{ b.word }}</text>
        }
        @for (e of g.edges; track e.id) {
          <path
            [attr.d]="e.d"
            [class.lit]="e.from === openKey() || e.to === openKey()"
            [class.waits]="e.waits"
          />
        }
        @for (n of g.nodes; track n.key) {
          <g
            role="button"
            tabindex="0"
            [attr.aria-label]="n.title"
            [attr.transform]="'translate(' + n.x + ' ' + n.y + ')'"
            [class.done]="n.settled"
            [class.current]="n.key === openKey()"
            (click)="opened.emit(n.key)"
            (keydown.enter)="opened.emit(n.key)"
            (keydown.space)="opened.emit(n.key); $event.preventDefault()"
          >
            <title>{{ n.title }}</title>
            <rect [attr.width]="size.width" [attr.height]="size.height" />
            <text x="9" y="21">{{ n.said }}</text>
          </g>
        }
      </svg>
    </div>
  `,
  styles: `
    .scroll {
      border: 1px solid var(--mat-sys-outline-variant);
      background: var(--mat-sys-surface);
      max-height: calc(100vh - 220px);
    }
    svg {
      display: block;
    }
    path {
      fill: none;
      stroke: var(--mat-sys-outline);
      stroke-width: 1;
    }
    path.waits {
      stroke-dasharray: 5 3;
    }
    path.lit {
      stroke: var(--mat-sys-primary);
      stroke-width: 2;
    }
    g {
      cursor: pointer;
    }
    g rect {
      fill: var(--mat-sys-surface-container);
      stroke: var(--mat-sys-outline);
    }
    g.done rect {
      fill: var(--coat-track);
      stroke-dasharray: 2 2;
    }
    g.current rect {
      stroke: var(--mat-sys-primary);
      stroke-width: 2.5;
    }
    g:focus-visible {
      outline: 2px solid var(--mat-sys-primary);
    }
    text {
      font-size: var(--mat-sys-label-medium-size);
      fill: var(--mat-sys-on-surface);
    }
    .word {
      fill: var(--mat-sys-on-surface-variant);
    }
    .break {
      stroke: var(--mat-sys-outline);
      stroke-width: 4;
      stroke-dasharray: 6 4;
    }
  `,
})
export class StepGraph {
  private readonly plan = inject(PlanView);
  readonly openKey = input.required<string | null>();
  readonly opened = output<string>();
  protected readonly size = NODE;

  /** Each sitting is laid out by itself; edges between sittings are drawn over the breaks. */
  protected readonly drawn = computed(() => {
    const plan = this.plan.ordered();
    const nodes: { key: string; title: string; said: string; x: number; y: number; settled: boolean }[] = [];
    const edges: { id: string; from: string; to: string; d: string; waits: boolean }[] = [];
    const breaks: { x: number; word: string }[] = [];
    const at = new Map<string, { x: number; y: number }>();
    const worth = withoutImplied((plan?.edges ?? []).filter((e) => isWorthDrawing(e.from)));
    let left = MARGIN;
    let height = 0;
    for (const sitting of plan?.sittings ?? []) {
      const graph = new Graph();
      graph.setGraph({ rankdir: 'LR', nodesep: 10, ranksep: 40 });
      graph.setDefaultEdgeLabel(() => ({}));
      const keys = new Set(sitting.steps.map((s) => s.key));
      for (const s of sitting.steps) graph.setNode(s.key, { ...NODE });
      for (const e of worth) if (keys.has(e.from) && keys.has(e.to)) graph.setEdge(e.from, e.to);
      layout(graph);
      let right = left;
      for (const s of sitting.steps) {
        const place = graph.node(s.key) as { x: number; y: number };
        const [x, y] = [left + place.x - NODE.width / 2, 24 + place.y - NODE.height / 2];
        at.set(s.key, { x, y });
        const said = s.title.length > LONGEST ? `${s.title.slice(0, LONGEST - 1)}…` : s.title;
        nodes.push({ key: s.key, title: s.title, said, x, y, settled: this.plan.isSettled(s.key) });
        right = Math.max(right, x + NODE.width);
        height = Math.max(height, y + NODE.height);
      }
      left = right + BREAK;
      if (sitting.breakAfter)
        breaks.push({
          x: right + BREAK / 2,
          word: sitting.breakAfter === 'restart' ? 'restart' : 'new session',
        });
    }
    for (const e of worth) {
      const [a, b] = [at.get(e.from), at.get(e.to)];
      if (!a || !b) continue;
      const [x1, y1, x2, y2] = [a.x + NODE.width, a.y + NODE.height / 2, b.x, b.y + NODE.height / 2];
      const bend = Math.max(20, (x2 - x1) / 2);
      edges.push({
        id: `${e.from} ${e.to}`,
        from: e.from,
        to: e.to,
        d: `M${x1} ${y1}C${x1 + bend} ${y1} ${x2 - bend} ${y2} ${x2} ${y2}`,
        waits: e.afterEffect,
      });
    }
    return { nodes, edges, breaks, width: Math.max(200, left), height: Math.max(120, height + MARGIN) };
  });
}

/** Everything follows the safe point, the notes and the first readings: drawn, they would hide the rest. */
function isWorthDrawing(from: string): boolean {
  return from !== 'safe-point' && from !== 'note-values' && !from.startsWith('reading:');
}
