/** Files of icons come as their text: see `loader` in angular.json. */
declare module '*.svg' {
  const text: string;
  export default text;
}
