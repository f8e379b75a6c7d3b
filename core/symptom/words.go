package symptom

// What the desk says of this job.

const (
	rampWouldDo = "The plan's ramp is %s; the shortest that would do is %s."
	withBrake   = "With a braking resistor the shortest is %s."
	keyAmps     = "Key %s."
	feedSags    = "The plan expects %s idle and %s while it pulls. Lower than that, something on its way is loose."
	trimStands  = "The card has %s at %s, for %s."
	expects     = "The plan expects %s."
	cardHas     = "The card has %s."
	planHas     = "The plan has %s."
	plateHas    = "The plate allows %s."
	boostOf     = "The plan's boost is %s of the volts."

	planHeavier  = "Plan it with a load of %s"
	wantResistor = "Plan a braking resistor"
	backToPlan   = "Take the plan's own value"

	cannotBe   = "%s is hardly possible: %s to %s is to be expected. Is the unit or a digit wrong?"
	notStill   = "You said that nothing happens at all, and yet %s flow. Which of the two is so?"
	nothingAt  = "No volts at all, and yet it runs? Read it once more, both probes on bare copper."
	otherUnit  = "This is read in %s. What did the meter show in that unit?"
	noAnswer   = "That is no answer to this check."
	notNumber  = "A figure is wanted here, in %s."
	asFound    = "%s, as entered in Leads"
	orElse     = "%s, or %s"
	perhaps    = "perhaps %s"
	forIt      = "%s was %s: that fits."
	againstIt  = "%s was %s; with this cause %s would be expected."
	proved     = "%s: as it should be. That proves it."
	notProved  = "%s: %s would prove it. It is not cured yet, or it is something else too."
	proofSeen  = "No single reading proves it: see it run as long as it took before."
	heardFor   = "You said: %s. It usually does that."
	heardNot   = "You said: %s. It rarely does that."
	codeFor    = "The display's code is a trip that it ends in."
	codeNot    = "The display's code is not a trip that it ends in."
	momentFor  = "It shows at that moment."
	momentNot  = "It usually shows at another moment."
	changeFor  = "What has changed can bring it on."
	leftCan    = "%d causes are left; somebody who stands at it can tell them apart: %s."
	wrongWas   = "Something was wrong: "
	whenWas    = "When: "
	beforeWas  = "Before that: "
	codeWas    = "Its display showed %s."
	lookedWas  = "Looked at: "
	couldNot   = "could not be done"
	mendedWas  = "Mended, and the complaint stayed: %s."
	noneFits   = "None of the known causes explains it."
	foundIt    = "Found: %s (%s)."
	likeliest  = "Likeliest so far: %s (%s)."
	electrical = "an electrician"
	winder     = "a winder"
)

func hintOfSheet(code, name, value, plain string) string {
	out := "The sheet has " + name
	if code != "" {
		out += " (" + code + ")"
	}
	out += " at " + value
	if plain != "" && plain != value {
		out += ": " + plain
	}
	return out + "."
}
