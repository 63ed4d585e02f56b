/** Random numbers from 0 to 1, the same for the same seed. */
export function randomOf(seed) {
  let state = seed >>> 0 || 1;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 4_294_967_296;
  };
}
