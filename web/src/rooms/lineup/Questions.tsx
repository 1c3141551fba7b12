import { Link } from "react-router-dom";
import { FIRST_WHAT_IF } from "./WhatIfs";

/** What people come with, and the view that answers it. */
const QUESTIONS = [
  { asks: "Is it enough for my drive?", at: "/line-up/night" },
  { asks: "Which cable?", at: "/line-up/choose" },
  { asks: "Is a wallbox worth it?", at: "/money/payback" },
  { asks: "What does a stay give?", at: "/line-up/stay" },
] as const;

/** The questions a comparison is made for. */
export const Questions = () => (
  <nav className="questions" aria-label="Questions">
    {QUESTIONS.map(({ asks, at }) => (
      <Link key={at} to={at}>
        {asks}
      </Link>
    ))}
    <a
      href={`#${FIRST_WHAT_IF}`}
      onClick={(event) => {
        event.preventDefault();
        document.getElementById(FIRST_WHAT_IF)?.focus();
      }}
    >
      What if the cable, the phases, the amps or the charger were different?
    </a>
  </nav>
);
