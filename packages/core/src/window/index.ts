/**
 * The window: opens, due, closes. A date means something different for some students. Layers are applied
 * in a fixed order (assignment, group, one-off, standing, repair) and every change leaves a step in the
 * trail. Absent means "not set here", null means "no limit", a number is an instant: three different things.
 */
export * from './resolve-window';
