package drive

import (
	"fmt"

	"graybridge/core/unit"
)

// What is said of commands from outside, of a wire that breaks, and of how it makes torque.

const noSignalSpan = "Two figures are asked: the hertz at the signal's beginning and at its end."

func signalReadAs(from, to float64) string {
	return fmt.Sprintf("%s at its beginning, %s at its end", unit.Plain(from), unit.Plain(to)+unit.Space+"Hz")
}

func noPreset(part string) string {
	return fmt.Sprintf("“%s” is no speed, or one too many: up to three, parted by semicolons.", part)
}

func signalEnd(by SpeedBy, end bool) string {
	switch {
	case by == ByVolts && !end:
		return "at 0 V of the signal"
	case by == ByVolts:
		return "at 10 V of the signal"
	case !end:
		return "at 4 mA of the signal"
	}
	return "at 20 mA of the signal"
}

func othersStop(run RunBy) string {
	if run == RunByLink {
		return "Only the link stops it: a program, a cable and a plug stand between the hand and the stop."
	}
	return "Only the machine controller stops it: a program stands between the hand and the stop."
}

const othersStopDetail = "Fit an emergency stop that needs no program: it opens the run wire and the feed, and locks."

func voltsLost(c Chosen) string {
	if c.LeastHz > 0 {
		return fmt.Sprintf("A broken 0 to 10 V wire reads as zero: it slows to %s and runs on.",
			unit.Text(c.LeastHz, "Hz"))
	}
	return "A broken 0 to 10 V wire reads as zero: it stands, and runs off when the wire makes contact again."
}

const voltsLostDetail = "Nothing tells a broken wire from a low speed. Stop it by its run wire before anybody " +
	"reaches in. 4 to 20 mA shows a break."

const ampsStop = "Where its 4 to 20 mA wire breaks it stops, once the sheet is keyed."

const proveLost = "Prove it uncoupled: pull the signal's wire while it runs."

const ampsUnknown = "What it does where its 4 to 20 mA wire breaks is not known."

const ampsUnknownDetail = "Look in its leaflet for “loss of signal” or “4 mA fault” and set it to stop. Prove it " +
	"uncoupled: pull the wire while it runs."

const potLost = "Where the potentiometer's low wire breaks, it runs up to its fastest."

const potLostDetail = "Where the middle wire breaks, most drives slow down; not all. The greatest hertz in the " +
	"sheet is the only bound."

const linkLost = "Where the link fails, it goes on as it was told last, unless it is set to stop."

const linkLostDetail = "Look in its leaflet for “communication time-out” and set it to stop after a second or " +
	"two. Prove it uncoupled: pull the plug while it runs."

const isolatedAsked = "Is the signal from the other device isolated from the mains?"

const isolatedAskedDetail = "Its leaflet says “isolated output” or “relay contact”. A plain output joins the two " +
	"devices' zero wires. If nobody can tell, fit a signal isolator and answer yes."

const notIsolated = "Its signal is not isolated: two devices share a zero wire."

const notIsolatedDetail = "The speed wanders, and a fault in one device destroys the other. Fit a signal " +
	"isolator, or a relay for run and direction."

func spanBeyond(from, to, least, most float64) string {
	return fmt.Sprintf("The signal goes from %s to %s; in use are %s to %s.", unit.Plain(from),
		unit.Text(to, "Hz"), unit.Plain(least), unit.Text(most, "Hz"))
}

const spanBeyondDetail = "Beyond what is in use nothing moves while the signal still does. Set both to the same ends."

func jogFast(hz float64) string {
	return fmt.Sprintf("%s is fast for jogging.", unit.Text(hz, "Hz"))
}

const jogFastDetail = "Jogging brings a part to its place with a hand nearby: 3 to 5 Hz. It works only from standing."

func holdBrakes(s float64) string {
	return fmt.Sprintf("Direct current for %s brakes the last turns.", unit.Text(s, "s"))
}

const holdsNoLoad = "It holds no load: what can fall or run back wants a brake of its own."

const holdHeats = "The motor's own fan stands then, and its windings heat."

func oneMotorOnly(m Mode) string {
	return fmt.Sprintf("%s control follows one motor; here are several.", titled(m))
}

const oneMotorOnlyDetail = "Several motors on one drive run by volts per hertz, each with its own relay."

func noSuchMode(p *Profile, m Mode) string {
	return fmt.Sprintf("%s has no %s control.", p.Name, wordPlain(ControlMode, string(m)))
}

const noSuchModeDetail = "Its settings name the modes that it has."

func torqueRunsUp(most float64) string {
	return fmt.Sprintf("In torque control a machine that loses its load runs up to %s.", unit.Text(most, "Hz"))
}

const torqueRunsUpDetail = "Torque is held, not speed: for winding and stretching only. The greatest hertz is the " +
	"only bound; set it as low as the work allows."

const vectorHolds = "Vector control holds speed and torque better below a few hertz."

const vectorHoldsDetail = "It wants the motor's figures keyed to the last digit, and its windings measured by the " +
	"drive."

const notTuned = "The drive has not measured this motor yet."

const notTunedDetail = "Key the plate first, motor cold, belt off. Start “autotune” at the drive: it feeds the " +
	"windings, and the shaft may turn. Hands off. Standing is the gentler way where both are offered."

func catchesNot(p *Profile) string {
	return fmt.Sprintf("%s cannot catch a motor that turns.", p.Name)
}

const catchesNotDetail = "Wait until it stands before it is started again: else it trips, or throws the load."

const startsAgain = "It starts by itself when the supply returns, if its run wire is closed."

const startsAgainDetail = "Only where nobody can reach it and nothing can jam: a horn first, a sign on the guard, " +
	"and who decided it in the log. Local rules may forbid it."

const presetsAsked = "Which fixed speeds shall it have?"

const presetsAskedDetail = "Up to three, in hertz. The first is what its keys are set to where no contact is closed."

func fewContacts(p *Profile, n, speeds int) string {
	return fmt.Sprintf("%s has %s for %d fixed speeds.", p.Name, contactsCount(n), speeds)
}

func contactsCount(n int) string {
	switch n {
	case 0:
		return "no contact"
	case 1:
		return "one contact"
	}
	return fmt.Sprintf("%d contacts", n)
}

const fewContactsDetail = "One contact chooses one speed, two choose three. Leave the others out, or give it a signal."

func presetBeyond(hz, most float64) string {
	return fmt.Sprintf("The fixed speed of %s lies above the %s in use.", unit.Text(hz, "Hz"), unit.Text(most, "Hz"))
}

const presetBeyondDetail = "It will run at the greatest instead, without saying so."

func presetBelow(hz, least float64) string {
	return fmt.Sprintf("The fixed speed of %s lies below the least of %s.", unit.Text(hz, "Hz"),
		unit.Text(least, "Hz"))
}

const presetBelowDetail = "It will run at the least instead, without saying so."

func presetSkipped(hz float64, b Band) string {
	return fmt.Sprintf("The fixed speed of %s lies in the skipped band from %s to %s.", unit.Text(hz, "Hz"),
		unit.Plain(b.From), unit.Text(b.To, "Hz"))
}

const presetSkippedDetail = "It will run at an end of the band instead."

func titled(m Mode) string {
	if m == Torque {
		return "Torque"
	}
	return "Vector"
}
