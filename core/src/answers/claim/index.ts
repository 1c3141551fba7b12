export { readClaim, type Stated, type StatedKind } from "./read";
export {
  CLAIM_MAX,
  judgeClaim,
  type Claim,
  type ClaimAbout,
  type ClaimReading,
  type JudgedClaim,
} from "./judge";
