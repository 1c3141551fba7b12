/** All words of the trade that are used here, in the household's own order. */
export default function WordsScreen(): import("react").JSX.Element;
