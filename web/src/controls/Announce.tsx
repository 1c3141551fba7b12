import { useEffect, useState } from "react";

/** How long (ms) nothing changes before it is told: who types hears the end of it, not every step. */
const CALM_MS = 1_000;

/** Tells who cannot see the page what has changed on it, once it has come to rest. What is there at first is not told. */
export function Announce({ children: text }: { readonly children: string }) {
  const [told, setTold] = useState({ first: text, text: "" });
  useEffect(() => {
    if (text === told.first && told.text === "") return undefined;
    const timer = setTimeout(() => setTold({ first: "", text }), CALM_MS);
    return () => clearTimeout(timer);
  }, [text, told]);
  return (
    <p role="status" className="visually-hidden">
      {told.text}
    </p>
  );
}
