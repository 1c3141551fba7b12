declare const ICONS: {
    readonly calendar: any;
    readonly close: any;
    readonly grip: any;
};
/** A sign beside or in place of words; what it does is said by the control it stands in. */
export declare const Icon: ({ name }: {
    readonly name: keyof typeof ICONS;
}) => import("react").JSX.Element;
export {};
