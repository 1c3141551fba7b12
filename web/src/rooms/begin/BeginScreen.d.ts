/** The beginning, on one page: where one lives, the car, what it is plugged into. Everything may be left unsaid. */
export default function BeginScreen(): import("react").JSX.Element;
