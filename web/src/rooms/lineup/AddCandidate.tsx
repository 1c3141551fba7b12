import { useState } from "react";
import { carOfAnswers, CAR_CLASSES, regionOf, type Car, type Garage } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Dialog } from "../../controls/Dialog";
import { CarFields } from "../../plan/CarFields";
import { carAnswersOf, NO_CAR, rapidOfTyped, wrongOfCar, type TypedCar } from "../../plan/carTyped";
import styles from "./candidate.module.scss";

interface Props {
  readonly garage: Garage;
  /** Takes a car that nobody owns yet into the line-up. */
  onAdd(car: Car): void;
}

/** What a candidate is called where nobody named it: its class, without the figure of its battery. */
const usualName = ({ carClass }: TypedCar): string =>
  (CAR_CLASSES.find(({ id }) => id === carClass) ?? CAR_CLASSES[1]!).name.split(",")[0]!;

/** A car one thinks of, by its class or its brochure, put into the line-up without the Garage; several trims in a row. */
export function AddCandidate({ garage, onAdd }: Props) {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState(NO_CAR);
  const [added, setAdded] = useState<readonly string[]>([]);
  const region = regionOf(garage.household.spec);
  const wrong = wrongOfCar(typed, region);
  const unsound = Object.keys(wrong).length > 0 || rapidOfTyped(typed, region)?.ok === false;

  const add = () => {
    const car = carOfAnswers(carAnswersOf(typed, region));
    const named = typed.carName.trim() === "" ? { ...car, name: usualName(typed) } : car;
    onAdd(named);
    setAdded([...added, named.name]);
    // The next trim is like this one but for a figure or two.
    setTyped({ ...typed, carName: "" });
  };
  const close = () => {
    setOpen(false);
    setTyped(NO_CAR);
    setAdded([]);
  };
  return (
    <>
      <Button quiet onClick={() => setOpen(true)}>
        Add a candidate…
      </Button>
      {open && (
        <Dialog
          title="A car you think of"
          className={styles.candidate}
          typed
          onSubmit={(event) => {
            event.preventDefault();
            if (!unsound) add();
          }}
          onClose={close}
          footer={
            <>
              <span role="status">{added.length > 0 && `In the line-up: ${added.join(", ")}.`}</span>
              <Button large quiet onClick={close}>
                {added.length > 0 ? "Done" : "Cancel"}
              </Button>
              <Button large type="submit" disabled={unsound}>
                {added.length > 0 ? "Add this one too" : "Add it"}
              </Button>
            </>
          }
        >
          <p className="quiet">
            Its class or its brochure is enough; the rest is usual and marked as assumed. It stays out of your
            Garage.
          </p>
          <CarFields
            typed={typed}
            region={region}
            wrong={wrong}
            onChange={(change) => setTyped({ ...typed, ...change })}
          />
        </Dialog>
      )}
    </>
  );
}
