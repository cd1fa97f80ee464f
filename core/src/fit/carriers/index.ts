export { behindTray, bundleOf, type BehindTray } from './behind';
export { carrierFindings } from './findings';
export { frameLoad } from './load';
export { resized } from './resized';
export { heldOn, standBeside, standOn, type Stand } from './stand';
