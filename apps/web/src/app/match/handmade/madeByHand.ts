import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import type { ElementState } from '@spare-coat/core/deciding/matching/evaluate';
import { launcherFile } from '@spare-coat/core/measuring/standards/desktopEntry';
import { handmadeOffer } from '@spare-coat/core/model/coat/rows';
import { CoatStore } from '../../shared/coatStore';
import { CoatView } from '../../shared/coatView';
import { newId } from '../../shared/newId';
import { saveFile } from '../../shared/saveFile';

/** What was made by hand for an element: its files to take along, its launcher, and whether it is chosen or goes. */
@Component({
  selector: 'coat-made-by-hand',
  imports: [MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './madeByHand.html',
  styleUrl: './madeByHand.scss',
})
export class MadeByHand {
  readonly state = input.required<ElementState>();
  /** One was chosen. */
  readonly chosen = output();
  private readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);

  protected readonly mine = computed(() =>
    Object.values(this.view.rows().handmade).filter((h) => h.elementId === this.state().element.id),
  );

  protected choose(id: string): void {
    const { element } = this.state();
    const match = this.view.matchOf(element.id);
    const common = {
      elementId: element.id,
      matchId: match?.id ?? newId(),
      layerId: newId(),
      partId: null,
      partRevision: null,
      offer: handmadeOffer(id),
    };
    const hasLayers = Object.values(this.view.rows().layer).some((l) => l.matchId === match?.id);
    const sent = this.store.send(
      hasLayers ? { type: 'match.overlay', ...common, traits: null } : { type: 'match.choose', ...common },
    );
    if (sent) this.chosen.emit();
  }

  protected remove(id: string): void {
    this.store.send({ type: 'handmade.remove', id });
  }

  /** A desktop entry after the specification, with the command in its own quoting. */
  protected saveLauncher(name: string, command: unknown): void {
    const file = launcherFile(name, String(command));
    saveFile(file.text, file.name, 'application/x-desktop');
  }
}
