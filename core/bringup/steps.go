package bringup

import (
	"slices"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

// gate is what a step says and asks, apart from its place and its basis.
func (g Ground) gate(id GateID) Gate {
	switch id {
	case LockOff, ProveDead, Discharge, Brushes, Joints, Match, Ohms, Insulation, Earth, FirstSpin, Settings, Guards:
		return g.dead(id)
	}
	return g.fed(id)
}

// dead are the gates of a machine that is locked off.
//
// Long: the steps of the bring-up, each by itself.
func (g Ground) dead(id GateID) Gate {
	switch id {
	case LockOff:
		return Gate{Title: "Lock off", Must: true, By: whoKey, Do: lockOffSteps, Caution: mainsKills, IfNot: lockOffNot}
	case ProveDead:
		return Gate{Title: "Prove dead", Must: true, By: whoKey, Do: proveSteps, Caution: proveCaution, IfNot: proveNot,
			OnCard: "Locked off, proved dead (known live, here, known live again)"}
	case Discharge:
		return g.discharge()
	case Brushes:
		return Gate{Title: "Look at the brushes", By: whoHand, Do: brushSteps, IfNot: brushNot,
			OnCard: "Brushes free, long enough, pressed evenly; brush dust sucked out"}
	case Joints:
		return Gate{Title: "Make the joints", By: whoHand, Do: g.jointSteps(), Caution: jointCaution, IfNot: jointNot}
	case Match:
		return Gate{Title: "Joints against the card", By: whoSecond, Do: matchSteps, IfNot: matchNot,
			OnCard: "Every joint matches this card"}
	case Ohms:
		one := Gate{Title: "Ohms", By: whoHand, Do: ohmSteps, IfNot: ohmNot,
			OnCard: "Ohms of the three line pairs agree within 5 %"}
		if g.Bridge == "dc" {
			one.Do, one.OnCard = armatureSteps, "Armature ohms while turning it by hand, without jumps to open"
		}
		return one
	case Insulation:
		least := insulationMegohm
		apart, short := g.apart()
		t := Take{ID: "insulation", Name: "Winding to frame", Unit: "MΩ", Low: &least, Mark: finding.FromTable,
			Expect: "over 1" + unit.Space + "MΩ", Band: "1" + unit.Space + "MΩ or more", Reason: insulationReason,
			Above: Meaning{Says: []Cause{}}, Below: insulationBelow}
		return Gate{Title: "Insulation", By: whoHand, Do: []string{apart, insulationTest, insulationAfter},
			Caution: insulationCaution, IfNot: insulationNot, Takes: []Take{t},
			OnCard: "Insulation: " + g.insulated() + " over 1 MΩ with a 500 V tester (" + short + ")"}
	case Earth:
		most := earthOhm
		t := Take{ID: "earth", Name: "Body to the supply's earth", Unit: "Ω", High: &most, Mark: finding.FromTable,
			Expect: "under 1" + unit.Space + "Ω", Band: "0 to 1" + unit.Space + "Ω", Reason: earthReason,
			Above: earthAbove, Below: Meaning{Says: []Cause{}}}
		body := "body of the motor"
		if g.Link {
			body = "body of the motor and heat sink of the drive"
		}
		return Gate{Title: "Earth", Must: true, By: whoHand, Do: []string{earthTest(body), earthWiggle},
			Caution: earthCaution, IfNot: earthNot, Takes: []Take{t},
			OnCard: "Earth: " + body + " to the supply's earth, continuous"}
	case FirstSpin:
		return Gate{Title: "Turn the shaft by hand", By: whoHand, Do: spinSteps, Caution: spinCaution, IfNot: spinNot,
			Takes: []Take{words("spin", "How it turns", "free and quiet", "scrapes", "rough or "+
				"dry", "stiff", "axial play")}}
	case Settings:
		return g.settings()
	}
	one := Gate{Title: "Guards on, hands clear", Must: true, By: whoHand, Do: guardSteps, Caution: guardCaution,
		IfNot: guardNot, OnCard: "Guards on, load off, hands clear, eyes and ears protected"}
	if g.Idler {
		one.OnCard = "Guard on the idler's shaft end; nothing coupled to it; hands clear"
	}
	return one
}

// Limits of the dead checks (planning: the trade's handbook; local rules may ask for more).
var (
	insulationMegohm = 1.0
	earthOhm         = 1.0
)

// Volts below which what held a charge counts as discharged: a shorted can keeps next to none; a
// drive's link is never shorted and counts below the touch limit.
const (
	CanDead  = 5.0
	linkDead = 50.0
)

func (g Ground) discharge() Gate {
	limit, after := CanDead, shortIt
	switch {
	case g.Link:
		limit, after = linkDead, neverShortIt
	case g.Bridge == "dc":
		after = standStill
	}
	t := Take{ID: "discharge", Name: "Volts that are left, DC", Unit: "V", High: &limit, Mark: finding.FromTable,
		Expect: "0" + unit.Space + "V", Band: "0 to " + unit.Whole(limit, "V"), Reason: dischargeReason(limit, g.Link),
		Above: dischargeAbove(g.Link), Below: Meaning{Says: []Cause{}}}
	one := Gate{Title: "Discharge", Must: true, By: whoKey, Caution: g.holds(), IfNot: dischargeNot, Opens: t.ID,
		Wait: g.Wait, Takes: []Take{t}}
	if g.Wait != nil {
		one.Do = append(one.Do, waitFirst(g.Wait.Text))
	}
	one.Do = append(one.Do, measureAt(g.Held), after, onlyTheReading)
	switch {
	case g.Link:
		one.OnCard = "Feed off, " + g.LinkWait + " waited, its link measured dead"
	case g.Bridge == "rotary":
		one.OnCard = "Balance and start cans discharged through a resistor, then shorted"
	case g.Bridge == "capacitor":
		one.OnCard = "Capacitor discharged through a resistor, then shorted"
	}
	return one
}

// holds is the caution of what may hold a charge.
func (g Ground) holds() string {
	switch {
	case g.Link:
		return linkHolds(g.LinkWait)
	case g.Bridge == "rotary":
		return madeLineLive
	case g.Bridge == "dc":
		return armatureMakes
	}
	return canHolds
}

func (g Ground) insulated() string {
	if g.Bridge == "dc" {
		return "every lead to frame"
	}
	return "winding to frame"
}

func (g Ground) jointSteps() (out []string) {
	for _, l := range g.Card.Joints {
		out = append(out, l.Name+": "+l.Value)
	}
	return append(out, jointTorque, jointPhoto)
}

func (g Ground) settings() Gate {
	one := Gate{Title: "Settings", By: whoHand, IfNot: settingsNot}
	for _, l := range g.Card.Settings {
		one.Do = append(one.Do, l.Name+": "+l.Value)
	}
	switch {
	case g.Link:
		one.Caution, one.OnCard = keyedCaution, "Every setting of the sheet keyed and read back"
		one.Do = append(one.Do, readBackAll)
	case g.Bridge == "dc":
		one.Caution = trimsCaution
		one.OnCard = "Jumpers, plug-in resistor and trims as on this card; dial at zero; guards on, hands clear"
	default:
		one.Do = append(one.Do, relayTest)
	}
	return one
}

// fed are the gates of a machine that is fed.
//
// Long: the steps of the bring-up, each by itself.
func (g Ground) fed(id GateID) Gate {
	one := Gate{Fed: true, By: whoHand, Caution: humsOff}
	switch id {
	case FieldFirst:
		one.Title, one.Do, one.Caution, one.IfNot = "Field first", fieldSteps, fieldNever, fieldNot
		one.OnCard = "Field first: its volts measured before the dial is turned up"
	case IdlerFirst:
		one.Title, one.Do, one.Caution, one.IfNot = "Idler up to speed", idlerSteps, neverOntoStanding, idlerNot
	case Bump:
		one.Title, one.Do, one.IfNot = "Bump", g.bumpSteps(), bumpNot
		one.OnCard = map[string]string{"drive": "Bump: shortest run at 5 Hz, direction as wanted",
			"dc": "Bump, belt off, dial a little up: direction as wanted"}[g.Bridge]
		switch {
		case g.Idler:
			one.OnCard = "Every machine off and locked off; the idler spun the marked way"
			one.Caution = neverOntoStanding
		case g.Bridge == "rotary":
			one.OnCard = "Idler up; rotation indicator at this starter; bump under a second: direction as wanted"
		case one.OnCard == "":
			one.OnCard = "Bump under a second: direction as wanted"
		}
	case Direction:
		one.Title, one.Do, one.IfNot, one.Caution = "Direction", directionSteps(g.Turns), directionNot, directionCaution
		one.Takes = []Take{words("direction", "It turns", "as wanted", OtherWay, "it hums and does not turn")}
	case Free:
		one.Title, one.Do, one.IfNot = "Free run", freeSteps, freeNot
		one.OnCard = "Free run, then coupled, then loaded: readings below"
		one.Takes = g.heard("light")
		if g.Idler {
			one.OnCard = "Idling: three line volts and the amps below, before any machine"
		}
	case Coupled:
		one.Title, one.Do, one.IfNot, one.Caution = "Coupled", coupledSteps, coupledNot, guardCaution
	case Loaded:
		one.Title, one.Do, one.IfNot, one.Caution = "Loaded", loadedSteps, loadedNot, heatKills
		one.Takes = append(g.heard("load"), g.dip())
		if g.Link {
			one.Takes = append(one.Takes, free(HertzTake, "Hertz on the display", "Hz"),
				free(ShownTake, "Speed on the display", "rpm"))
		}
	case FirstHour:
		one.Title, one.Do, one.IfNot, one.Caution = "First hour", hourSteps, hourNot, hotCaution
		one.Takes = []Take{free(AirTake, "Air around it", "°C"), free(FrameTake, "Frame, always at the same "+
			"spot", "°C")}
		one.OnCard = "Frame temperature every ten minutes for the first hour; not left alone the first day"
	case Retorque:
		one.Title, one.Do, one.IfNot, one.Caution = "Terminals once more", retorqueSteps, retorqueNot, mainsKills
		one.Fed = false
	}
	return one
}

func (g Ground) bumpSteps() []string {
	switch {
	case g.Idler:
		return idlerBumpSteps
	case g.Link:
		return driveBumpSteps
	case g.Bridge == "dc":
		return dcBumpSteps
	}
	return bumpSteps
}

// words is a take that is said in words; the first is the expected one.
func words(id, name string, choices ...string) Take {
	return Take{ID: id, Name: name, Choices: choices, Expect: choices[0], Mark: finding.Computed,
		Above: wordsMeaning[id], Below: Meaning{Says: []Cause{}}}
}

// heard are what the ear and the hand say of a run.
func (g Ground) heard(at string) []Take {
	quiet := shakeLimit
	sound := words("sound", "Sound", "even and quiet", "hums", "rumbles", "squeals", "knocks", "whines")
	if !g.Link {
		sound.Choices = sound.Choices[:len(sound.Choices)-1]
		sound.Above.Says = sound.Above.Says[:len(sound.Above.Says)-1]
	}
	sound.ID = at + "-sound"
	return []Take{sound, {ID: at + "-shake", Name: "Vibration at the bearing", Unit: "mm/s", High: &quiet,
		Mark: finding.FromTable, Expect: "under 2.8" + unit.Space + "mm/s", Band: "0 to 2.8" + unit.Space + "mm/s",
		Reason: shakeReason, Above: shakeAbove, Below: Meaning{Says: []Cause{}}}}
}

// shakeLimit is the velocity up to which a small machine on a firm base counts as running
// quietly, RMS (guide value).
var shakeLimit = 2.8

// OtherWay is what is said where a bump turned it the wrong way.
const OtherWay = "the other way"

// free is a take of which nothing is expected by itself: it is set beside others.
func free(id, name, u string) Take {
	return Take{ID: id, Name: name, Unit: u, Mark: finding.Computed, Above: Meaning{Says: []Cause{}},
		Below: Meaning{Says: []Cause{}}}
}

// Shares of the volts from which the eye sees a lamp dip, and sees it plainly (guide value).
const (
	dipSeen  = 0.03
	dipPlain = 0.08
)

// dip is how far a lamp on the same circuit dips at the start, against the plan's own figure.
func (g Ground) dip() Take {
	all := []string{"not to be seen", "just to be seen", "plain to be seen", "the lamp nearly goes out"}
	expected := 0
	switch {
	case g.Dip >= dipPlain:
		expected = 2
	case g.Dip >= dipSeen:
		expected = 1
	}
	t := words(DipTake, "Dip of a lamp at the start", append([]string{all[expected]},
		slices.Delete(slices.Clone(all), expected, expected+1)...)...)
	t.Reason = dipReason(g.Dip)
	return t
}
