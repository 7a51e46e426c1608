import '@fontsource-variable/bitter/wght.css';
import '@fontsource/fira-sans/latin-400.css';
import '@fontsource/fira-sans/latin-500.css';
import '@fontsource/fira-sans/latin-600.css';
import { openProgram } from './program';

const place = document.getElementById('root');
if (!place) throw new Error('the page has no place called root');
await openProgram(place);
