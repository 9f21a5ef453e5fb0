/** A list with an item or without it, as a box beside the item is ticked. @example withOrWithout(['a', 'b'], 'b', false) // ['a'] */
export const withOrWithout = <Item>(list: readonly Item[], item: Item, on: boolean): Item[] => {
  const others = list.filter((one) => one !== item);
  return on ? [...others, item] : others;
};
