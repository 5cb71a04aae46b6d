import { serve } from '../serve.js';
import { mirrorApp } from './app.js';

serve(mirrorApp(), 4660);
