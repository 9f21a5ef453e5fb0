/**
 * The attributes that were given at all: the component library tells one that is left out from one that is undefined.
 * @example given({ id: 'due', label: undefined }) // { id: 'due' }
 */
export const given = <Attributes extends object>(
  attributes: Attributes,
): { [Name in keyof Attributes]?: Exclude<Attributes[Name], undefined> } =>
  Object.fromEntries(Object.entries(attributes).filter(([, value]) => value !== undefined)) as never;
