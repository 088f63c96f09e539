const KEYS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '±', '0', '.'] as const;

/** Large keys for gloves: types into the field that has the hand. */
export function Keypad({ value, onType }: { value: string; onType: (text: string) => void }) {
  const press = (key: string) => {
    if (key === '±') onType(/^[-\u2212]/.test(value) ? value.slice(1) : `\u2212${value}`);
    else if (key !== '.' || !value.includes('.')) onType(value + key);
  };
  return (
    <div className="keypad" role="group" aria-label="Keys">
      {KEYS.map((key) => (
        <button
          key={key}
          type="button"
          onPointerDown={(e) => e.preventDefault()}
          onClick={() => press(key)}
          aria-label={key === '±' ? 'plus or minus' : key}
        >
          {key}
        </button>
      ))}
      <button
        type="button"
        className="wide"
        onPointerDown={(e) => e.preventDefault()}
        onClick={() => onType(value.slice(0, -1))}
        aria-label="Take back the last sign"
      >
        ⌫
      </button>
      <button
        type="button"
        onPointerDown={(e) => e.preventDefault()}
        onClick={() => onType('')}
        aria-label="Empty the field"
      >
        C
      </button>
    </div>
  );
}
