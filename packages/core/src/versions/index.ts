export { joinVersions, takingTheirs } from './join';
export type { Clash, Joined, Place } from './join';
export { hasSameContent } from './shape';
