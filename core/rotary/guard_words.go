package rotary

import (
	"fmt"

	"graybridge/core/finding"
	"graybridge/core/site"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// guardWords says what was sized and what is there.
type guardWords struct {
	o *Solved
	z Sized
	n Noted

	line site.LineGuard
}

func (w guardWords) what() string {
	if w.o.IsIdler() {
		return "the converter"
	}
	return w.o.Member().Name
}

func (w guardWords) why() []finding.Why {
	rules := w.o.Member().Site.Wires()
	return []finding.Why{
		{
			Formula: "125 % of the greatest amps that flow for long, next standard size; the breaker holds five " +
				"times its rating for a start",
			Numbers: fmt.Sprintf(
				"1.25 · %s (%s); start %s",
				unit.Text(w.z.Amps, "A"),
				w.z.From,
				unit.Text(w.z.StartAmps, "A"),
			),
			Section:   finding.OnProtection,
			Source:    rules.Source(),
			Estimated: true,
		},
	}
}

func (w guardWords) figures() []finding.Figure {
	fig := func(id, name string, value float64, text, note string) finding.Figure {
		return finding.Figure{ID: id, Name: name, Value: value, Text: text, Note: note, Mark: finding.Estimated,
			Why: w.why()}
	}
	breaker, relay := "beyond the table", "no setting guards it"
	if w.z.Breaker > 0 {
		breaker = unit.Rating(w.z.Breaker)
	}
	if w.z.RelaySet > 0 {
		relay = unit.Rating(w.z.RelaySet)
	}
	ahead, leads := "ahead of "+w.what(), "one pole in each lead"
	return []finding.Figure{
		fig("breaker", "Breaker, "+w.z.Poles, w.z.Breaker, breaker, ahead).AsPlanning(),
		fig("conductor", "Wire", w.rates().Conductor*w.z.Amps, table.Wire(w.z.Conductor),
			"copper, earth "+table.Wire(w.z.Earth)).AsPlanning(),
		fig("relay", "Overload relay", w.z.RelaySet, relay, leads).AsPlanning(),
		fig("start", "A start takes", w.z.StartAmps, unit.Text(w.z.StartAmps, "A"), "for a moment"),
	}
}

func (w guardWords) finding(id string, g finding.Grade, sentence, detail string, entries ...string) finding.Finding {
	return finding.Finding{ID: id, Grade: g, Sentence: sentence, Detail: detail, Entries: entries, Why: w.why()}
}

// bound is a limit in amps with its side.
func bound(amps float64, dir finding.Direction) string {
	side := map[finding.Direction]string{finding.AtLeast: " at least", finding.AtMost: " at most"}
	return unit.Text(amps, "A") + side[dir]
}

func (w guardWords) beyond(what string) finding.Finding {
	f := w.finding(
		"protection.table-end",
		finding.Caution,
		"The tables here do not reach "+what+".",
		"It is for a licensed person to size; nothing larger is put in its place.",
	)
	f.Figure = "beyond the table"
	return f
}

func (w guardWords) fitBreaker() finding.Finding {
	detail := "It breaks all three lines of this machine and locks off; it guards the wire, not the winding."
	if w.o.IsIdler() {
		detail = "It breaks both supply lines and locks off; nothing switches the made line alone."
	}
	f := w.finding(
		"protection.breaker",
		finding.Open,
		fmt.Sprintf("Fit a %s breaker of %s ahead of %s.", w.z.Poles, unit.Rating(w.z.Breaker), w.what()),
		detail+" Fixed wiring is for a licensed person in most places.",
		"protection.breaker",
	)
	f.Figure, f.Cures = unit.Rating(w.z.Breaker), w.line.BreakerCure()
	return f
}

func (w guardWords) breaker(g finding.Grade, what string, limit float64, dir finding.Direction) finding.Finding {
	b := unit.Rating(w.n.Breaker)
	f := w.finding("protection.breaker", g, "", "", "protection.breaker")
	f.Figure, f.Measure = b, finding.Against(w.n.Breaker, dir, limit, "A")
	f.Limit = bound(limit, dir)
	if g == finding.Good {
		f.Sentence = fmt.Sprintf("The %s breaker carries %s and holds its starts.", b, w.what())
		return f
	}
	amps := unit.Text(w.z.Amps, "A")
	switch {
	case dir == finding.AtMost:
		amps = unit.Rating(limit)
	case limit*w.rates().BreakerHolds == w.z.StartAmps:
		amps = unit.Text(w.z.StartAmps, "A")
	}
	f.Sentence = fmt.Sprintf("A breaker of %s ", b) + fmt.Sprintf(what, amps) + "."
	f.Cures = w.line.BreakerCure()
	return f
}

func (w guardWords) fitWire() finding.Finding {
	f := w.finding(
		"protection.conductor",
		finding.Open,
		fmt.Sprintf("Wire %s in %s copper, earth %s.", w.what(), table.Wire(w.z.Conductor), table.Wire(w.z.Earth)),
		"",
		"protection.conductor",
	)
	f.Figure, f.Cures = w.z.Conductor.String(), w.line.WireCure("Note")
	return f
}

func (w guardWords) wireUnknown() finding.Finding {
	f := w.finding(
		"protection.conductor",
		finding.Caution,
		fmt.Sprintf(
			"%s is not in the table: what it carries is not known here; %s is asked.",
			w.n.Conductor,
			table.Wire(w.z.Conductor),
		),
		"",
		"protection.conductor",
	)
	f.Cures = w.line.WireCure("Use")
	return f
}

func (w guardWords) wireThin(carry, need float64) finding.Finding {
	f := w.finding(
		"protection.conductor",
		finding.Caution,
		fmt.Sprintf(
			"%s carries %s; %s is asked.",
			w.n.Conductor,
			unit.Rating(carry),
			unit.Text(need, "A"),
		),
		"",
		"protection.conductor",
	)
	f.Figure, f.Limit, f.Measure, f.Cures = unit.Rating(
		carry,
	), unit.Text(
		need,
		"A",
	)+" at least", finding.Against(
		carry,
		finding.AtLeast,
		need,
		"A",
	), w.line.WireCure(
		"Use",
	)
	return f
}

func (w guardWords) wireGood(carry, need float64) finding.Finding {
	f := w.finding(
		"protection.conductor",
		finding.Good,
		fmt.Sprintf("%s carries what flows and a quarter more.", w.n.Conductor),
		"",
		"protection.conductor",
	)
	f.Figure, f.Limit, f.Measure = unit.Rating(
		carry,
	), unit.Text(
		need,
		"A",
	)+" at least", finding.Against(
		carry,
		finding.AtLeast,
		need,
		"A",
	)
	return f
}

func (w guardWords) relayWhy() []finding.Why {
	return []finding.Why{
		{
			Formula: "the least amps of the busiest lead at which a winding is at plate, and the rules' ceiling " +
				"over rated amps",
			Numbers: fmt.Sprintf(
				"%s; leads carry up to %s",
				unit.Text(w.z.Least, "A"),
				unit.Text(w.z.Carries, "A"),
			),
			Section:   finding.OnProtection,
			Source:    "engine",
			Estimated: true,
		},
	}
}

// leadsCure fits a relay and sets it in one touch, where a setting guards.
func (w guardWords) leadsCure() finding.Cure {
	c := finding.Cure{Label: "A relay, one pole in each lead", Path: "protection.relay", Value: "motor-leads"}
	if w.z.RelaySet > 0 {
		c.Label += ", set to " + unit.Rating(w.z.RelaySet)
		c.And = finding.Setting{Path: "protection.relay_set", Value: unit.Plain(w.z.RelaySet) + " A"}
	}
	return c
}

func (w guardWords) setCure() []finding.Cure {
	if w.z.RelaySet == 0 {
		return []finding.Cure{{Label: "A thermistor in the winding", Path: "protection.relay", Value: "thermistor"}}
	}
	return []finding.Cure{
		{
			Label: "Set " + unit.Rating(w.z.RelaySet),
			Path:  "protection.relay_set",
			Value: unit.Plain(w.z.RelaySet) + " A",
		},
	}
}

func (w guardWords) thermistor() finding.Finding {
	f := w.finding(
		"protection.relay",
		finding.Good,
		"A thermistor in the winding opens the contactor by the winding's own heat.",
		"Nobody has checked it here: lift one of its wires with the motor off, and the contactor must not hold.",
		"protection.relay",
	)
	f.Figure, f.Why = "by heat", []finding.Why{
		{
			Formula: "the winding's own temperature, whatever the amps",
			Section: finding.OnProtection,
			Source:  "as noted by you",
		},
	}
	return f
}

func (w guardWords) noRelay() finding.Finding {
	f := w.finding(
		"protection.relay",
		finding.Stop,
		"Nothing would switch the motor off when a winding overheats.",
		"A breaker guards the wire only. Each motor on a made line has its own relay, one pole in each lead.",
		"protection.relay",
	)
	f.Figure, f.Cures, f.Why = "no relay", []finding.Cure{w.leadsCure()}, w.relayWhy()
	return f
}

func (w guardWords) relayElsewhere() finding.Finding {
	f := w.finding(
		"protection.relay",
		finding.Caution,
		"The relay must watch all three leads of this motor, one pole in each.",
		"On a made line the three leads carry unequal amps; a pole that is not in the motor's own lead does not see "+
			"its winding.",
		"protection.relay",
	)
	f.Figure, f.Cures, f.Why = "not in each lead", []finding.Cure{w.leadsCure()}, w.relayWhy()
	return f
}

func (w guardWords) fitRelay() finding.Finding {
	f := w.finding(
		"protection.relay",
		finding.Open,
		fmt.Sprintf("Fit an overload relay: one pole in each lead, set to %s.", unit.Rating(w.z.RelaySet)),
		"A phase-sensitive relay may trip on the unequal amps of a made line.",
		"protection.relay",
	)
	f.Figure, f.Cures, f.Why = unit.Rating(w.z.RelaySet), []finding.Cure{w.leadsCure()}, w.relayWhy()
	if w.z.RelaySet == 0 {
		f.Sentence, f.Figure, f.Cures = "No overload relay guards this motor alone: it wants a thermistor in "+
			"the winding.", "no setting", w.setCure()
	}
	return f
}

func (w guardWords) relayBlind() finding.Finding {
	f := w.finding(
		finding.ProtectionBlind,
		finding.Caution,
		"No setting of this relay both carries what occurs and guards the windings.",
		"Other balance cans, a lighter load, or a thermistor in the winding.",
		"protection.relay",
	)
	f.Figure, f.Limit, f.Measure = unit.Text(
		w.z.Carries,
		"A",
	)+" in a lead", unit.Rating(
		w.z.Could,
	)+" guards the windings", finding.Against(
		w.z.Carries,
		finding.AtMost,
		w.z.Could,
		"A",
	)
	f.Cures, f.Why = w.setCure(), w.relayWhy()
	return f
}

func (w guardWords) setRelay() finding.Finding {
	f := w.finding(
		"protection.relay",
		finding.Open,
		fmt.Sprintf("Set the overload relay to %s.", unit.Rating(w.z.RelaySet)),
		"From predicted amps on this converter.",
		"protection.relay_set",
	)
	f.Figure, f.Limit, f.Cures, f.Why = "not set", unit.Rating(w.z.RelaySet), w.setCure(), w.relayWhy()
	return f
}

func (w guardWords) relay(g finding.Grade, what string, limit float64, dir finding.Direction) finding.Finding {
	f := w.finding(
		"protection.relay",
		g,
		fmt.Sprintf("Set to %s the relay %s.", unit.Rating(w.n.RelaySet), what),
		"",
		"protection.relay_set",
	)
	f.Figure, f.Measure, f.Why = unit.Rating(w.n.RelaySet), finding.Against(w.n.RelaySet, dir, limit, "A"), w.relayWhy()
	f.Limit = bound(limit, dir)
	if g != finding.Good {
		f.Cures = w.setCure()
	}
	return f
}

func (w guardWords) idlerStops() finding.Finding {
	f := w.finding(
		"protection.idler-stops",
		finding.Note,
		"When the idler's relay or breaker opens, every running machine stands on two lines.",
		"It hums or runs on, hot: its own three-pole relay and a drop-out contact on the idler's contactor are "+
			"what saves it.",
	)
	f.Why = nil
	return f
}
