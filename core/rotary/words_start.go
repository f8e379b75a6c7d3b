package rotary

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/unit"
)

func machineStart(o *Solved, i int, grade finding.Grade) finding.Finding {
	e, m := o.Answer.Each[i], o.At(i)
	gives, asks := unit.Percent(e.Start.Torque), unit.Percent(e.Standing)
	f := finding.Finding{
		ID:      IDStart,
		Grade:   grade,
		Figure:  gives,
		Limit:   unit.Percent(startMargin*e.Standing) + " with reserve",
		Measure: finding.Against(e.Start.Torque*100, finding.AtLeast, startMargin*e.Standing*100, "% of rated torque"),
		Entries: []string{"machines." + m.ID + ".load.start"},
		Why: []finding.Why{engine("torque of the machine held at standstill, idler spinning, over rated", gives),
			{
				Formula:   "a quarter more than friction and load, at least 8 % for belt and grease",
				Numbers:   "1.25 · " + asks,
				Section:   finding.OnTorque,
				Source:    "guide value",
				Estimated: true,
			}},
	}
	switch {
	case grade == finding.Stop && !e.Start.Hold:
		f.Sentence = fmt.Sprintf("Starting %s pulls the idler down: it falls out.", m.Name)
		f.Detail = "A larger idler, or a start with the machine free."
	case grade == finding.Stop:
		f.Sentence = fmt.Sprintf(
			"%s would hum and not start: it gives %s, needs %s.",
			finding.Upper(m.Name),
			gives,
			asks,
		)
		f.Detail = "Start it free (clutch, loose belt, empty drum), or take a larger idler. A machine that hums is " +
			"switched off at once."
	case grade == finding.Caution:
		f.Sentence = fmt.Sprintf(
			"%s only just starts: it gives %s, needs %s.",
			finding.Upper(m.Name),
			gives,
			asks,
		)
		f.Detail = fmt.Sprintf(
			"A quarter more would be %s. Low volts and old grease take that much.",
			unit.Percent(startMargin*e.Standing),
		)
	default:
		f.Sentence = fmt.Sprintf(
			"Every machine starts; %s is the hardest: it gives %s, needs %s.",
			m.Name,
			gives,
			asks,
		)
		if len(o.Counted) == 1 {
			f.Sentence = fmt.Sprintf("%s starts: %s of rated torque against %s.", finding.Upper(m.Name), gives, asks)
		}
	}
	if e.Start.Hold {
		f.Detail = strings.TrimSpace(
			fmt.Sprintf(
				"%s Its start takes %s from the line; the outlet stands at %s and the made line at %s meanwhile.",
				f.Detail,
				unit.Text(e.Start.Supply, "A"),
				unit.Whole(e.Start.LineVolts, "V"),
				unit.Whole(e.Start.MadeVolts, "V"),
			),
		)
	}
	return f
}

func startFirst(o *Solved, i int) finding.Finding {
	e, m := o.Answer.Each[i], o.At(i)
	f := finding.Finding{
		ID:      IDStartFirst,
		Grade:   finding.Caution,
		Entries: []string{"machines." + m.ID + ".load.start"},
		Sentence: fmt.Sprintf(
			"Start %s before the others: beside them it would hum (%s against %s).",
			m.Name,
			unit.Percent(e.Beside.Torque),
			unit.Percent(e.Standing),
		),
		Why: []finding.Why{engine("its standstill torque with the others at work", unit.Percent(e.Beside.Torque))},
	}
	if !e.Beside.Hold {
		f.Sentence = fmt.Sprintf(
			"Start %s before the others: started later, it stalls one of them.",
			m.Name,
		)
	}
	return f
}

func askStart(o *Read) finding.Finding {
	f := finding.Finding{ID: IDStartBy, Grade: finding.Open, Sentence: "How is the idler brought up to speed?",
		Detail: "By rope or pony motor: spun first, then closed. By a start capacitor: held by a button, or let go " +
			"by a start relay. Closed onto a standing idler without either, it hums at locked amps and burns.",
		Entries: []string{"rotary.start_by"}}
	for _, c := range []struct {
		label string
		by    StartBy
	}{
		{"Rope", ByRope}, {"Pony motor", ByPony},
		{"Start capacitor, button", ByButton}, {"Start capacitor, relay", ByRelay},
	} {
		f.Cures = append(f.Cures, finding.Cure{Label: c.label, Path: "rotary.start_by", Value: string(c.by)})
	}
	return f
}

func spinThenClose(o *Read) finding.Finding {
	return finding.Finding{
		ID:       IDSpin,
		Grade:    finding.Note,
		Sentence: "Spin first, then close; never close onto a standing idler.",
		Detail: "Standing, it takes locked amps, hums and burns. A rope is pulled, never wound on a hand or knotted " +
			"to the shaft; " +
			"the shaft end has its guard again before the switch is closed. The direction of the pull is the " +
			"direction of the shop.",
	}
}

func startCure(o *Solved) []finding.Cure {
	s := o.Answer.IdlerStart
	if s.Microfarad == 0 {
		return nil
	}
	uf := math.Ceil(s.Microfarad/5) * 5
	return []finding.Cure{{Label: "Note " + microfarads(uf), Path: "rotary.start_microfarad", Value: unit.Plain(uf)}}
}

func askStartCan(o *Solved) finding.Finding {
	s := o.Answer.IdlerStart
	f := finding.Finding{
		ID:      IDStartCan,
		Grade:   finding.Open,
		Entries: []string{"rotary.start_microfarad"},
		Cures:   startCure(o),
		Sentence: fmt.Sprintf(
			"Size the start capacitor: about %s gives the idler %s of its rated torque.",
			microfarads(s.Used),
			unit.Percent(s.Torque),
		),
		Detail: fmt.Sprintf(
			"The trade's first guess is %s to %s. It is in circuit for a second or so and takes %s from the line at "+
				"the first instant.",
			microfarads(s.Trade[0]),
			microfarads(s.Trade[1]),
			unit.Text(s.Supply, "A"),
		),
		Why: []finding.Why{
			engine(
				"idler's torque at standstill with the start capacitor, over rated: a quarter wanted (guide value)",
				unit.Percent(s.Torque),
			),
		},
	}
	if s.Microfarad == 0 {
		f.Sentence = "No start capacitor gives this idler a quarter of its rated torque."
		f.Detail = "Spin it by rope or pony motor."
	}
	return f
}

func startTooWeak(o *Solved) finding.Finding {
	s := o.Answer.IdlerStart
	return finding.Finding{
		ID:      IDStartCan,
		Grade:   finding.Stop,
		Entries: []string{"rotary.start_microfarad"},
		Cures:   startCure(o),
		Sentence: fmt.Sprintf(
			"With %s the idler hums and does not come up: %s of rated torque.",
			microfarads(s.Used),
			unit.Percent(s.Torque),
		),
		Detail:  "It stands at locked amps. Switch off at once; a larger start capacitor, or spin it.",
		Measure: finding.Against(s.Torque*100, finding.AtLeast, 200*s.Friction, "% of rated torque"),
		Figure:  unit.Percent(s.Torque),
		Limit:   unit.Percent(2*s.Friction) + " at least",
		Why: []finding.Why{
			engine("idler's torque at standstill over rated, against twice its friction", unit.Percent(s.Torque)),
		},
	}
}

func startsOnCan(o *Solved) finding.Finding {
	s := o.Answer.IdlerStart
	f := finding.Finding{
		ID:      IDStartCan,
		Grade:   finding.Good,
		Entries: []string{"rotary.start_microfarad"},
		Figure:  unit.Percent(s.Torque),
		Sentence: fmt.Sprintf(
			"The start capacitor gives the idler %s of its rated torque.",
			unit.Percent(s.Torque),
		),
		Limit: unit.Percent(
			2*s.Friction,
		) + " at least",
		Measure: finding.Against(s.Torque*100, finding.AtLeast, 200*s.Friction, "% of rated torque"),
		Why:     []finding.Why{engine("idler's torque at standstill over rated", unit.Percent(s.Torque))},
	}
	class := "more than any start capacitor is made for: out at once, and never held"
	if s.Class > 0 {
		class = "a class of " + unit.Whole(s.Class, "V") + " AC or more"
	}
	f.Detail = fmt.Sprintf(
		"The line gives %s at the first instant. It sees %s on the way up: %s. Bleed resistor %s.",
		unit.Text(s.Supply, "A"),
		unit.Whole(s.Across, "V"),
		class,
		s.Bleed,
	)
	if o.As.StartBy == ByRelay {
		f.Detail += fmt.Sprintf(
			" The relay's coil stands between the made line and the other supply line and opens at about %s "+
				"(estimated). Put a timer of two seconds beside it in case it sticks.",
			unit.Whole(s.PickUp, "V"),
		)
	} else {
		f.Detail += " A spring-return button, held until it is up, two seconds at most; a finger cannot forget it."
	}
	return f
}

func creeps(o *Solved) finding.Finding {
	s := o.Answer.IdlerStart
	return finding.Finding{ID: IDCreeps, Grade: finding.Caution, Entries: []string{"rotary.cans_join"},
		Sentence: "With the balance capacitors fixed in, the idler may creep up by itself.",
		Detail: fmt.Sprintf("They give %s of rated torque against %s of friction. That takes many seconds at locked "+
			"amps: breaker or windings pay. It is no way to start.", unit.Percent(s.Alone), unit.Percent(s.Friction)),
		Cures: []finding.Cure{
			{Label: "Cans by a contactor, once it is up", Path: "rotary.cans_join", Value: string(ByContactor)},
		},
		Why: []finding.Why{
			engine("idler's torque at standstill with the balance cans in, over rated", unit.Percent(s.Alone)),
		}}
}

const orderIdler = "The idler, up to speed; the made line read at the panel."

const orderCans = "The balance cans, by their contactor."

const stopIdlerLast = "The idler last: nothing may stand connected when it runs down."
