import { provideHttpClient, withFetch } from '@angular/common/http';
import { provideBrowserGlobalErrorListeners, provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { CONTROLS } from './app/shared/controls';
import { App } from './app/shell/app';
import { ROUTES } from './app/shell/routes';

bootstrapApplication(App, {
  providers: [
    provideZonelessChangeDetection(),
    provideBrowserGlobalErrorListeners(),
    provideHttpClient(withFetch()),
    provideRouter(ROUTES, withComponentInputBinding()),
    ...CONTROLS,
  ],
}).catch((error: unknown) => console.error(error));
