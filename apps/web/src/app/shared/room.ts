import { Injectable, signal } from '@angular/core';

export type Room = 'system' | 'light' | 'dark';
const STORE = 'spare-coat.room';

/** The light of the application itself, apart from the reference's variants. */
@Injectable({ providedIn: 'root' })
export class RoomLight {
  readonly room = signal<Room>(this.read());

  constructor() {
    this.show();
  }

  set(room: Room): void {
    this.room.set(room);
    try {
      localStorage.setItem(STORE, room);
    } catch {
      // Kept for this window only.
    }
    this.show();
  }

  private show(): void {
    document.documentElement.dataset['room'] = this.room();
  }

  private read(): Room {
    try {
      const kept = localStorage.getItem(STORE);
      return kept === 'light' || kept === 'dark' ? kept : 'system';
    } catch {
      return 'system';
    }
  }
}
