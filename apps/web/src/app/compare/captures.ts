import { firstValueFrom } from 'rxjs';
import { Injectable, inject, signal } from '@angular/core';
import type { Subject } from '@spare-coat/core/model/coat/fields';
import type { CaptureHow } from '@spare-coat/core/model/coat/rows/own';
import { displayOf } from '@spare-coat/core/deciding/matching/carry';
import { composeDesktop } from '@spare-coat/core/doing/scene/composeDesktop';
import { type View } from '@spare-coat/core/model/kinds/drawn';
import { seenIn } from '@spare-coat/core/doing/scene/seen';
import { drawDesktop } from '@spare-coat/core/doing/scene/drawDesktop';
import type { ReadPicture } from '@spare-coat/core/proving/wire/picture';
import { Api } from '../shared/api';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { Intake, nameOfFile } from '../shared/intake';
import { Letters } from '../shared/letters';
import { newId } from '../shared/newId';

/** What a drawing shows of a subject. */
const VIEW_OF: Partial<Record<Subject, View>> = {
  'Launcher open': 'launcher',
  'Sign-in screen': 'sign-in',
};

/** Takes pictures of the own desktop in: files that are brought in, and the drawing of what the matches promise. */
@Injectable({ providedIn: 'root' })
export class Captures {
  private readonly api = inject(Api);
  private readonly store = inject(CoatStore);
  private readonly view = inject(CoatView);
  private readonly intake = inject(Intake);
  private readonly letters = inject(Letters);
  readonly drawing = signal(false);

  /** Brings files in, one after the other. @returns the id of the last picture that was taken, or null */
  async take(files: readonly File[], subject: Subject): Promise<string | null> {
    let made: string | null = null;
    this.intake.refusal.set(null);
    for (const file of files) {
      try {
        const read = await this.intake.read(file);
        const at = new Date(file.lastModified || Date.now()).toISOString();
        made = this.add(read, nameOfFile(file, 'My desktop'), subject, 'brought in', at) ?? made;
      } catch (error) {
        this.intake.refusal.set({ file: file.name, sentence: (error as Error).message });
      } finally {
        this.intake.arriving.set(null);
      }
    }
    return made;
  }

  /** Draws the desktop that the chosen matches promise and keeps it as a picture. @returns its id, or null */
  async takeDrawn(): Promise<string | null> {
    this.drawing.set(true);
    this.intake.refusal.set(null);
    try {
      const lettering = await firstValueFrom(this.letters.needed());
      const [variant, state] = [this.view.variant(), this.view.state()];
      if (!variant || !state) return null;
      const { width, height, scale } = displayOf(this.view.rows());
      const subject = this.view.picture()?.subject ?? 'Whole desktop';
      const seen = seenIn(this.view.rows(), this.view.host(), state.elements, variant);
      const of = {
        width,
        height,
        unit: scale,
        language: navigator.language,
        view: VIEW_OF[subject] ?? 'desktop',
      };
      const { svg } = drawDesktop(composeDesktop(seen, of, lettering), lettering);
      const sent = await firstValueFrom(this.api.sendDrawing(svg));
      const read = sent.picture ?? (await this.intake.waitFor(sent.job!, 'The drawing'));
      return this.add(read, 'Drawn from the matches', subject, 'drawn', new Date().toISOString());
    } catch (error) {
      this.intake.refusal.set({ file: 'The drawing', sentence: (error as Error).message });
      return null;
    } finally {
      this.intake.arriving.set(null);
      this.drawing.set(false);
    }
  }

  private add(
    { blob, original, width, height }: ReadPicture,
    name: string,
    subject: Subject,
    how: CaptureHow,
    at: string,
  ): string | null {
    const variant = this.view.variant();
    if (!variant) return null;
    const id = newId();
    const pixels = { blob, original, width, height };
    const variantId = variant.id;
    return this.store.send({ type: 'capture.add', id, variantId, name, subject, how, at, ...pixels })
      ? id
      : null;
  }
}
