/** Does something once the page stands with all it came with: at once where it stands already. */
export function onceLoaded(then: () => void): void {
  if (document.readyState === "complete") then();
  else window.addEventListener("load", then, { once: true });
}
