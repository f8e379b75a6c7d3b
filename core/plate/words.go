package plate

import (
	"fmt"
	"math"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/machine"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// What this chapter says, made of what it found.

func saySinglePhase() finding.Finding {
	return finding.Finding{
		ID: finding.PlateSinglePhase, Grade: finding.Stop, Sentence: "This is not a three-phase motor.",
		Detail: "The plate says one phase. No three-phase bridge can drive it: a capacitor, a converter or a " +
			"drive on it would burn it or do nothing. Run it as it is, on single-phase.",
		Why: []finding.Why{{Formula: "phases on the plate = 1", Section: finding.OnPlate,
			Source: "plate, as typed"}},
		Entries: []string{"plate.phases"},
	}
}

func (p *Plate) sayRPM() finding.Finding {
	return finding.Finding{ID: finding.PlateRPM, Grade: finding.Stop,
		Sentence: fmt.Sprintf("%s rpm is a gear's output, "+
			"not the motor's own speed.", unit.Plain(p.RPM)),
		Detail: "A geared motor's plate gives the slow shaft. Enter the motor's own rpm: its second plate, or " +
			"output rpm × ratio; without either, a tachometer on the fan end.", Entries: []string{"plate.rpm"},
		Figure: unit.Plain(p.RPM) + " rpm", Limit: unit.Plain(slowestOwn) + " rpm at least",
		Measure: finding.Against(p.RPM, finding.AtLeast, slowestOwn, "rpm"),
		Why: []finding.Why{{Formula: "20 poles on 50 Hz turn at 300 rpm", Section: finding.OnPlate,
			Source: "few motors have more"}}}
}

func sayMissing(list string, entries []string) finding.Finding {
	return finding.Finding{ID: finding.PlateMissing, Grade: finding.Open, Sentence: "Still to read off the plate: " +
		list + ".",
		Detail: "With power, volts, rpm and hertz the motor can be computed; amps and power factor make it the " +
			"real one.",
		Entries: entries}
}

func sayPhases() finding.Finding {
	return finding.Finding{ID: finding.PlatePhases, Grade: finding.Open, Sentence: "Does the plate say three phases?",
		Detail: "It is taken as three-phase until you say. A single-phase motor cannot be driven by any of these " +
			"bridges.",
		Cures:   []finding.Cure{{Label: "It says 3", Path: "plate.phases", Value: "3"}},
		Entries: []string{"plate.phases"}}
}

func (p *Plate) sayPoles() finding.Finding {
	return finding.Finding{ID: "plate.poles", Grade: finding.Note,
		Sentence: fmt.Sprintf("%d poles: the tables of usual motors here end at eight.", p.Poles),
		Detail: "What is estimated for it (power factor, efficiency, locked-rotor figures) is taken from motors " +
			"with fewer poles: weaker than elsewhere. Enter what the plate gives."}
}

func sayEstimated(list string, why []finding.Why) finding.Finding {
	return finding.Finding{ID: "plate.estimated", Grade: finding.Note, Sentence: "Estimated, not on the plate: " +
		list + ".",
		Detail: "Every figure that rests on it carries an open ring. Read it off the plate if you can, or " +
			"measure amps at a known load.", Why: why}
}

func (p *Plate) sayRPMStop(speeds []string) finding.Finding {
	return finding.Finding{ID: finding.PlateRPM, Grade: finding.Stop, Entries: speeds,
		Sentence: fmt.Sprintf("%s rpm is no speed of a three-phase induction motor at %s Hz.", unit.Plain(p.RPM),
			unit.Plain(p.Hertz)),
		Detail: "It lies at or above the fastest synchronous speed. If the rpm is as printed, this is probably " +
			"a DC or universal motor: look for brushes, and for the words DC or AC/DC.",
		Figure: unit.Plain(p.RPM) + " rpm", Limit: unit.Plain(60*p.Hertz) + " rpm",
		Why: []finding.Why{{Formula: "synchronous rpm = 120·f/poles",
			Numbers: fmt.Sprintf("120·%s/2 = %s", unit.Plain(p.Hertz), unit.Plain(60*p.Hertz)),
			Section: finding.OnPlate, Source: "two poles, the fewest there can be"}}}
}

func (p *Plate) saySlip(speeds []string, why []finding.Why) finding.Finding {
	return finding.Finding{ID: finding.PlateSlip, Grade: finding.Stop, Entries: speeds, Why: why,
		Sentence: fmt.Sprintf("%s rpm is exactly synchronous: an induction motor cannot carry load there.",
			unit.Plain(p.RPM)),
		Detail: "Look for the loaded rpm on the plate, a little below. A synchronous motor is another machine, " +
			"which this plan does not cover.",
		Figure: "slip 0" + unit.Space + "%", Limit: "0.5 to 12" + unit.Space + "%"}
}

func (p *Plate) saySlipCaution(speeds []string, why []finding.Why, slip float64, sync float64,
	limit float64) finding.Finding {
	return finding.Finding{ID: finding.PlateSlip, Grade: finding.Caution, Entries: speeds, Why: why,
		Sentence: fmt.Sprintf("Slip of %s %% is unusual: check rpm and hertz.", unit.Three(slip*100)),
		Detail: fmt.Sprintf("With %s Hz the next synchronous speed above is %s rpm (%d poles). A misread rpm "+
			"or a motor for another frequency shows like this.", unit.Plain(p.Hertz), unit.Plain(sync), p.Poles),
		Figure: unit.Three(slip*100) + " %", Limit: fmt.Sprintf("0.5 to %s %%", unit.Plain(limit*100))}
}

func (p *Plate) sayPower(words string, apparent float64, formula string, c Column, likelier string) finding.Finding {
	return finding.Finding{ID: finding.PlatePower, Grade: finding.Stop,
		Sentence: "Power, volts, amps and power factor contradict each other: more would come out than goes in.",
		Detail:   "Likelier wrong: " + words + ". Compare with the plate, digit by digit.",
		Figure:   unit.Whole(p.ShaftWatts, "W out"), Limit: unit.Whole(apparent*min(p.PowerFactor.Value, 1),
			"W in"),
		Why: []finding.Why{{Formula: formula, Numbers: fmt.Sprintf("√3·%s·%s·%s = %s in", unit.Plain(c.At),
			unit.Plain(c.Amps), unit.Three(p.PowerFactor.Value), unit.Whole(apparent*p.PowerFactor.Value, "W")),
			Section: finding.OnPlate, Source: "plate"}},
		Entries: []string{"plate.power", "plate.amps", likelier}}
}

func (p *Plate) sayPowerCaution(out float64, words string, off float64, formula string, c Column,
	likelier string) finding.Finding {
	return finding.Finding{ID: finding.PlatePower, Grade: finding.Caution,
		Sentence: fmt.Sprintf("Volts, amps, power factor and efficiency give %s, the plate says %s.",
			unit.Whole(out, "W"), unit.Whole(p.ShaftWatts, "W")),
		Detail: "Likelier wrong: " + words + ".", Figure: unit.Percent(math.Abs(off)) + " apart",
		Limit: "8" + unit.Space + "%",
		Why: []finding.Why{{Formula: formula, Numbers: fmt.Sprintf("√3·%s·%s·%s·%s", unit.Plain(c.At),
			unit.Plain(c.Amps), unit.Three(p.PowerFactor.Value), unit.Three(p.Efficiency.Value)),
			Section: finding.OnPlate, Source: "plate"}},
		Entries: []string{"plate.power", likelier}}
}

func (p *Plate) sayPowerUnlikely(words string, typical table.Typical, c Column, likelier string) finding.Finding {
	return finding.Finding{ID: finding.PlatePower, Grade: finding.Caution,
		Sentence: fmt.Sprintf("Power and amps together mean an efficiency of %s, hardly possible for this size.",
			unit.Percent(p.Efficiency.Value)),
		Detail: "Likelier wrong: " + words + ".", Figure: unit.Percent(p.Efficiency.Value), Limit: "about " +
			unit.Percent(typical.Efficiency),
		Why: []finding.Why{{Formula: "η = P/(√3·V·I·cosφ)",
			Numbers: fmt.Sprintf("%s/(√3·%s·%s·%s)", unit.Whole(p.ShaftWatts, "W"), unit.Plain(c.At),
				unit.Plain(c.Amps), unit.Three(p.PowerFactor.Value)), Section: finding.OnPlate,
			Source: typical.Source}},
		Entries: []string{"plate.power", likelier}}
}

func sayAmps(c Column, expected float64, ratio float64, typical table.Typical) finding.Finding {
	return finding.Finding{ID: "plate.amps", Grade: finding.Caution,
		Sentence: fmt.Sprintf("%s is far from the usual %s for this power.", unit.Text(c.Amps, "A"),
			unit.Text(expected, "A")),
		Detail: "Check amps and power against the plate; a column of another voltage is easily taken.",
		Figure: unit.Percent(ratio) + " of usual", Limit: "70 to 150" + unit.Space + "%",
		Why: []finding.Why{{Formula: "I = P/(√3·V·cosφ·η)",
			Numbers: fmt.Sprintf("%s at %s V", unit.Text(expected, "A"), unit.Plain(c.At)),
			Section: finding.OnPlate, Source: typical.Source, Estimated: true}},
		Entries: []string{"plate.amps", "plate.power"}}
}

func sayAlone(expected float64, c Column, typical table.Typical) finding.Finding {
	return finding.Finding{ID: "plate.alone", Grade: finding.Note,
		Sentence: "Too little is entered to compare.",
		Detail: fmt.Sprintf("The amps are usual for the power and speed (%s), which is all that is checked. A "+
			"second column, or power factor and efficiency, would tell more.", unit.Text(expected, "A")),
		Why: []finding.Why{{Formula: "I = P/(√3·V·cosφ·η)",
			Numbers: fmt.Sprintf("%s usual, %s printed", unit.Text(expected, "A"), unit.Text(c.Amps, "A")),
			Section: finding.OnPlate, Source: typical.Source, Estimated: true}}}
}

func (p *Plate) sayAgrees(pairs []string, formula string, c Column, apparent float64) finding.Finding {
	return finding.Finding{ID: "plate.agrees", Grade: finding.Good, Sentence: "The plate agrees with itself.",
		Detail: "Checked: " + strings.Join(pairs, "; ") + ".",
		Why: []finding.Why{{Formula: formula, Numbers: fmt.Sprintf("√3·%s·%s·%s·%s = %s", unit.Plain(c.At),
			unit.Plain(c.Amps), unit.Three(p.PowerFactor.Value), unit.Three(p.Efficiency.Value),
			unit.Whole(apparent*p.PowerFactor.Value*p.Efficiency.Value, "W")), Section: finding.OnPlate,
			Source: "plate", Estimated: p.PowerFactor.Mark == finding.Estimated}}}
}

func sayColumns(a Column, b Column, swapped string) finding.Finding {
	return finding.Finding{ID: "plate.columns", Grade: finding.Caution,
		Sentence: fmt.Sprintf("The amps look exchanged: %s A at %s V and %s A at %s V.", unit.Plain(a.Amps),
			unit.Plain(a.At), unit.Plain(b.Amps), unit.Plain(b.At)),
		Detail:  "The lower volts take the greater amps at the same power.",
		Cures:   []finding.Cure{{Label: "Exchange them: " + swapped, Path: "plate.amps", Value: swapped}},
		Entries: []string{"plate.amps", "plate.volts"},
		Why: []finding.Why{{Formula: "V1·I1 = V2·I2", Numbers: fmt.Sprintf("%s and %s VA", unit.Three(a.At*a.Amps),
			unit.Three(b.At*b.Amps)), Section: finding.OnPlate, Source: "plate"}}}
}

func sayOhms(why []finding.Why) finding.Finding {
	return finding.Finding{ID: "plate.ohms", Grade: finding.Caution, Entries: []string{"plate.winding_ohms"}, Why: why,
		Detail: "Measured between which points? One coil by itself is wanted, links off, the meter's own leads taken " +
			"off."}
}

func sayWindingOpen() finding.Finding {
	return finding.Finding{ID: "plate.winding-open", Grade: finding.Stop, Entries: []string{"plate.winding_ohms"},
		Sentence: "This winding is open: the meter found no way through it.",
		Detail: "Measure once more with the links off and the probes on bare metal, one coil by itself. If it stays " +
			"open the winding is broken: a winder mends it.",
		Figure: "off the scale", Limit: "a few ohms to tens of ohms",
		Why: []finding.Why{{Formula: "a whole winding reads ohms", Section: finding.OnOhms, Source: "as you measured"}}}
}

func sayColumnsCaution(a Column, b Column, product float64, tolerance float64) finding.Finding {
	return finding.Finding{ID: "plate.columns", Grade: finding.Caution,
		Sentence: fmt.Sprintf("The two columns disagree: %s V × %s A is not %s V × %s A.", a.Volts,
			unit.Plain(a.Amps), b.Volts, unit.Plain(b.Amps)),
		Detail: "Amps go inversely with volts at the same power. Check which digit was misread.",
		Figure: "ratio " + unit.Three(product), Limit: "1 ± " + unit.Three(tolerance),
		Why: []finding.Why{{Formula: "V1·I1 = V2·I2", Numbers: fmt.Sprintf("%s and %s VA",
			unit.Three(a.At*a.Amps), unit.Three(b.At*b.Amps)), Section: finding.OnPlate, Source: "plate"}},
		Entries: []string{"plate.volts", "plate.amps"}}
}

func (p *Direct) sayMissingOpen(entries []string) finding.Finding {
	return finding.Finding{ID: finding.PlateMissing, Grade: finding.Open, Entries: entries,
		Sentence: "Still to be read off the plate: " + strings.Join(p.Missing, ", ") + ".",
		Detail: "A brushed motor's plate gives its armature's volts and amps (90, 130, 180 or 240 V DC), its rpm " +
			"and, where it has a field winding, the field's volts and amps."}
}

func (p *Direct) sayTopRpm() finding.Finding {
	return finding.Finding{ID: "plate.top-rpm", Grade: finding.Caution,
		Entries:  []string{"plate.top_rpm", "plate.winding"},
		Sentence: "A permanent magnet's field cannot be weakened: its top rpm is that of its volts.",
		Detail: "Two speeds on a plate belong to a motor with a field winding. Look for F1 and F2 among its " +
			"leads.",
		Figure: unit.Whole(p.TopRPM, "rpm"), Limit: unit.Whole(p.RPM, "rpm")}
}

func (p *Direct) sayFormFactor() finding.Finding {
	return finding.Finding{ID: "plate.form-factor", Grade: finding.Note, Entries: []string{"plate.form_factor"},
		Sentence: fmt.Sprintf("No form factor on the plate: %s is taken.", unit.Three(p.FormFactor.Value)),
		Detail: finding.Upper(p.FormFactor.Basis) + ". It decides how much current a " +
			"rectifier may give it: look for FF, or “form factor”, beside the armature's amps.",
		Why: []finding.Why{{Formula: "form factor = rms amps / mean amps", Source: p.FormFactor.Basis,
			Section: finding.OnDirect, Estimated: true}}}
}

func (p *Direct) sayPowerStop(why []finding.Why, entries []string, in float64) finding.Finding {
	return finding.Finding{ID: finding.PlatePower, Grade: finding.Stop, Why: why, Entries: entries,
		Sentence: "Power, armature volts and amps contradict each other: more would come out than goes in.",
		Detail:   "Compare with the plate, digit by digit; field amps are easily taken for the armature's.",
		Figure:   unit.Whole(p.ShaftWatts, "W out"), Limit: unit.Whole(0.97*in, "W at most"),
		Measure: finding.Against(p.ShaftWatts, finding.AtMost, 0.97*in, "W")}
}

func (p *Direct) sayPowerUnusual(why []finding.Why, entries []string, low float64, high float64) finding.Finding {
	return finding.Finding{ID: finding.PlatePower, Grade: finding.Caution, Why: why, Entries: entries,
		Sentence: fmt.Sprintf("Power and amps together mean an efficiency of %s, unusual for this size.",
			unit.Percent(p.Efficiency)),
		Detail: "Check power and armature amps against the plate; figures lean on them.",
		Figure: unit.Percent(p.Efficiency), Limit: unit.Percent(low) + " to " + unit.Percent(high)}
}

func (p *Direct) sayAmpsCaution(entries []string, usual float64, source string) finding.Finding {
	return finding.Finding{ID: "plate.amps", Grade: finding.Caution, Entries: entries,
		Sentence: fmt.Sprintf("%s is far from the usual %s for this power and these volts.",
			unit.Text(p.Amps, "A"), unit.Text(usual, "A")),
		Detail: "Check amps and power against the plate.", Figure: unit.Text(p.Amps, "A"),
		Limit: unit.Text(0.6*usual, "A") + " to " + unit.Text(1.35*usual, "A"),
		Why: []finding.Why{{Formula: "full-load amps by power and volts", Source: source, Section: finding.OnPlate,
			Estimated: true}}}
}

func (p *Direct) sayAgreesGood(why []finding.Why) finding.Finding {
	return finding.Finding{ID: "plate.agrees", Grade: finding.Good, Sentence: "The plate agrees with itself.",
		Why:    why,
		Detail: fmt.Sprintf("Checked: power against armature volts × amps (%s).", unit.Percent(p.Efficiency))}
}

func sayField() finding.Finding {
	return finding.Finding{ID: "plate.field", Grade: finding.Caution,
		Entries:  []string{"plate.winding", "plate.field_volts"},
		Sentence: "A permanent magnet has no field to feed, yet field volts or amps are entered.",
		Detail: "Two leads are a magnet's; four or more have a field winding. Fed wrongly, it burns or runs " +
			"away.",
		Cures: []finding.Cure{{Label: "It is a shunt motor", Path: "plate.winding", Value: string(Shunt)}}}
}

func sayFieldVolts() finding.Finding {
	return finding.Finding{ID: finding.PlateFieldVolts, Grade: finding.Open, Entries: []string{"plate.field_volts"},
		Sentence: "Which volts does its field want?",
		Detail: "The plate gives them: 100 V beside a 90 V armature, 200 V beside 180 V are usual. Nothing is " +
			"assumed: too many burn it, too few let it run fast and hot."}
}

func (p *Direct) sayFieldCaution() finding.Finding {
	return finding.Finding{ID: "plate.field", Grade: finding.Caution,
		Entries: []string{"plate.field_amps", "plate.field_volts"},
		Sentence: fmt.Sprintf("A field that takes %s is unusual here.",
			unit.Whole(p.FieldVolts*p.FieldAmps, "W")),
		Detail: "Armature and field amps are easily exchanged: the field's are the small ones.",
		Figure: unit.Whole(p.FieldVolts*p.FieldAmps, "W"), Limit: "less than " +
			unit.Whole(p.ShaftWatts, "W")}
}

func sayUniversal() finding.Finding {
	return finding.Finding{ID: finding.PlateNotThis, Grade: finding.Stop,
		Entries:  []string{"plate.volts", "plate.power", "plate.rpm"},
		Sentence: "This is a universal motor: brushes, for AC and DC.",
		Detail: "Its field is in series: unloaded it runs to thousands of rpm and can burst. It runs on single-phase " +
			"as " +
			"it is, with its load fixed to it; a speed control of its own kind slows it. A DC controller's speed " +
			"regulation does not fit it, and it is not planned here.",
		Why: []finding.Why{{Formula: "what is printed", Section: finding.OnPlate, Source: "plate, as typed"}}}
}

func sayThreePhase() finding.Finding {
	return finding.Finding{ID: finding.PlateNotThis, Grade: finding.Stop,
		Entries:  []string{"plate.volts", "plate.connection", "plate.armature_volts"},
		Sentence: "This is a three-phase motor: no DC controller runs it.",
		Detail: "Direct current in its windings would only heat them. A capacitor, a converter or a drive brings " +
			"it to turn.",
		Cures: []finding.Cure{{Label: "Take the capacitor bridge", Path: "bridge.kind", Value: "capacitor"}},
		Why:   []finding.Why{{Formula: "what is printed", Section: finding.OnPlate, Source: "plate, as typed"}}}
}

func saySeries() finding.Finding {
	return finding.Finding{ID: finding.PlateNotThis, Grade: finding.Stop, Entries: []string{"plate.winding"},
		Sentence: "A series motor has no speed of its own: without its load it runs away.",
		Detail: "It suits hoists and traction, its load fixed to it by gear, never by a belt that can come off. A " +
			"controller " +
			"for shunt and permanent-magnet motors does not hold its speed; what does is a current control with a " +
			"tachometer and an overspeed trip, chosen by its maker's sheet. It is named here, not planned.",
		Why: []finding.Why{{Formula: "n ∝ V/flux, flux ∝ I", Section: finding.OnDirect, Source: "series motor"}}}
}

const directCurrent = "This is a DC motor."

const directCurrentDetail = "Brushes, an armature and a field: no three-phase bridge feeds it. It wants a DC " +
	"controller for its armature volts, and for its field where it has one."

const universal = "This is a universal motor: brushes, for AC and DC."

const universalDetail = "It runs on single-phase as it is, with a controller of its own kind for speed. No " +
	"three-phase bridge feeds it."

const twoSpeed = "This is a two-speed motor."

const twoSpeedDetail = "Its windings are changed over for the second speed, and no count of leads tells how. It " +
	"needs its own diagram; on a drive one of its speeds may serve."

func (p *Plate) turnsFaster(supplyHz float64) string {
	return fmt.Sprintf("The plate is for %s Hz, the supply has %s Hz: it will turn about %s faster.",
		unit.Plain(p.Hertz), unit.Plain(supplyHz), unit.Percent(supplyHz/p.Hertz-1))
}

const turnsFasterDetail = "At the same volts its torque falls. Fans and stirrers ask far more at the higher speed: " +
	"check the load."

func (p *Plate) ironHarder(supplyHz float64) string {
	return fmt.Sprintf("The plate is for %s Hz, the supply has %s Hz: the iron is worked harder.", unit.Plain(p.Hertz),
		unit.Plain(supplyHz))
}

const ironHarderDetail = "It turns slower and draws more magnetising current than computed here. Volts should fall " +
	"with the hertz: Leads says what the coils then feel."

func ohmsTooMany(copper, loss float64) string {
	return fmt.Sprintf("With these ohms the windings alone would lose %s, more than the whole motor loses (%s).",
		unit.Whole(copper, "W"), unit.Whole(loss, "W"))
}

func ohmsTooFew(explained, loss float64) string {
	return fmt.Sprintf("With these ohms half of the motor's losses have no place: %s of %s explained.",
		unit.Whole(explained, "W"), unit.Whole(loss, "W"))
}

const formFactorRange = "No form factor is below 1 or above 2."

func tablesUsual(usual float64) string {
	return fmt.Sprintf(" The table's usual amps are %s.", unit.Text(usual, "A"))
}

func (p *Plate) middleOfLetter(source string) string {
	return "the middle of code letter " + p.Code + ". " + source
}

const noMotorHas = "No motor has that."

// sayBetween is said of a speed that lies between two synchronous ones, as just above 1500 rpm.
func (p *Plate) sayBetween(speeds []string) finding.Finding {
	poles := float64(machine.Poles(p.RPM, p.Hertz))
	above, below := 120*p.Hertz/poles, 120*p.Hertz/(poles+2)
	f := finding.Finding{ID: finding.PlateRPM, Grade: finding.Stop, Entries: speeds,
		Sentence: fmt.Sprintf("No three-phase motor turns at %s rpm under load at %s Hz.", unit.Plain(p.RPM),
			unit.Plain(p.Hertz)),
		Detail: fmt.Sprintf("At %s Hz it would turn a little below %s or a little below %s rpm. Read rpm and hertz "+
			"again. If the rpm was measured without load, enter the plate's.", unit.Plain(p.Hertz),
			unit.Plain(above), unit.Plain(below)),
		Figure: unit.Plain(p.RPM) + " rpm", Limit: unit.Plain((1-mostSlip)*above) + " rpm at least",
		Measure: finding.Against(p.RPM, finding.AtLeast, (1-mostSlip)*above, "rpm"),
		Why: []finding.Why{{Formula: "synchronous rpm = 120·f/poles",
			Numbers: fmt.Sprintf("%s and %s", unit.Plain(above), unit.Plain(below)), Section: finding.OnPlate,
			Source: "no motor slips by more than 30 % at its plate's load (guide value)"}}}
	for _, other := range []float64{50, 60} {
		if n := machine.Poles(p.RPM, other); other != p.Hertz && n > 0 && nearSynchronous(p.RPM) &&
			1-p.RPM*float64(n)/(120*other) < 0.12 {
			f.Cures = []finding.Cure{{Label: "It is a " + unit.Plain(other) + " Hz plate", Path: "plate.hertz",
				Value: unit.Plain(other)}}
		}
	}
	return f
}

// sayTwoHertz says which of two ratings is taken, and shows both.
func (p *Plate) sayTwoHertz() finding.Finding {
	both := make([]string, len(p.bothHertz))
	for i, h := range p.bothHertz {
		other, _ := Read(p.entry, h)
		both[i] = fmt.Sprintf("%s Hz: %s, %s rpm", unit.Plain(h), unit.Text(other.ShaftWatts/1000, "kW"),
			unit.Plain(other.RPM))
		var volts []string
		for _, c := range other.Columns {
			volts = append(volts, unit.Text(c.At, "V")+" "+unit.Text(c.Amps, "A"))
		}
		if len(volts) > 0 {
			both[i] += ", " + strings.Join(volts, ", ")
		}
	}
	return finding.Finding{ID: finding.PlateTwoHertz, Grade: finding.Note, Entries: []string{"plate.hertz"},
		Sentence: fmt.Sprintf("This plate has ratings for two hertz: those for %s Hz are taken, as the supply has it.",
			unit.Plain(p.Hertz)),
		Detail: strings.Join(both, "; ") + ".",
		Why: []finding.Why{{Formula: "the ratings nearest to the supply's hertz", Section: finding.OnPlate,
			Source: "plate and supply"}}}
}

func (p *Plate) asksDirect() string {
	return fmt.Sprintf("%s alone is what brushed DC motors have: is this one?", unit.Text(p.Columns[0].At, "V"))
}

const asksDirectDetail = "No hertz and no phases are entered. Look for brushes: two caps on the sides of the end " +
	"shield, and two leads, or four with a field. A DC motor on a capacitor, a converter or a drive burns."

// What is said of motors that may be bought.
const (
	offeredAsks   = "Power, volts, amps, rpm and hertz are asked, as they stand on its plate."
	offeredDirect = "Armature volts, amps and rpm are asked, as they stand on its plate."
	offeredMany   = "Six motors are laid beside each other, no more."
)
