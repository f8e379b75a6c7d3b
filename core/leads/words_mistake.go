package leads

// How each mistake comes about, or what it does.

const fedLowOnHigh = "Most motors are delivered on the high joints. Fed low on them each coil gets half its volts: a " +
	"quarter of the torque."

const fedHighOnLow = "Fed high on the low joints each coil gets twice its volts: the iron saturates and the winding " +
	"burns."

const ruleIsVolts = "The rule is the coil's volts, not the word: the other arrangement is wrong by √3."

const nineLeadsAlike = "Nine-lead star and nine-lead delta share their high joints and differ in the low ones: four " +
	"joints for a star, three for a delta."

const twoChangePlaces = "Two leads look alike and change places."

const halfTurned = "Start and finish of one half are taken for each other."

const capHoldsTwo = "A cap pushed over three wires holds two: the third is inside, and free."

const coilTurned = "Start and finish of one coil are taken for each other."

const linkLoose = "A link not tightened on both sides, a lead beside its stud."

const brokenCoil = "A broken lead or a burnt coil: the meter shows it before the feed, the hum after."

const bridgedCoil = "Chafed leads or burnt enamel: the coil is bridged, and the others take its volts."

const lostLine = "A loose terminal or a blown fuse: the corner and one line are left."

const twoLinesOnly = "Two lines alone make no field that turns: it hums and does not turn."

const driedCan = "Run capacitors dry out over years and in heat: it starts weakly, and the fed windings carry more."

const startCanIn = "A stuck relay, a button held down: far too many µF once it is up to speed."

const otherWay = "Nothing burns: it turns the other way."
