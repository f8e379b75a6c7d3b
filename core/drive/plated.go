package drive

import (
	"math"
	"slices"
	"strings"

	"graybridge/core/finding"
	"graybridge/core/label"
	"graybridge/core/unit"
)

// ByPlate is the id of a drive of which nothing is known but what stands on it.
const ByPlate = "by-plate"

// plated is what a drive by its plate is judged by besides the figures on it.
type plated struct {
	taken  []string // what is taken for it since the plate does not say it
	screws bool     // its own letters are known
	codes  map[Function]string
}

// What such drives usually have where their plates say nothing; guide value. The wait is the longest
// that is usual, the rest the least.
const (
	usualOverload   = 1.5 // of its amps, for a minute
	usualWaitMin    = 10
	usualAirMM      = 100
	usualAmbientC   = 40
	usualAltitudeM  = 1000
	usualCarrierKHz = 4
	usualPowerUps   = 10  // an hour
	usualMostHz     = 120 // where the plate does not say how far it goes
	usualSingle     = 0.5 // of the rating, of a drive for three phases on one
	motorOfKVA      = 0.65
)

// usualLoss is the share of its power that a drive turns into heat; the smaller, the more.
func usualLoss(kw float64) float64 {
	if kw < 1 {
		return 0.07
	}
	return 0.045
}

// fromPlate makes a drive of what is printed on it. A nil profile is one that was not read. The
// readings are of everything that was typed of it.
func fromPlate(e Entry) (p *Profile, readings []finding.Reading) {
	if e.Plate == "" {
		return nil, nil
	}
	r := finding.Reading{Path: "drive.plate", Typed: e.Plate}
	d, problem := label.Read(e.Plate)
	if problem == "" && d.Kind != label.Drive {
		problem = plateOfController
	}
	if problem != "" {
		r.Problem, r.Wanted = problem, plateExample
		return nil, append(readings, r)
	}
	p = ofLabel(d)
	p.oneRefused(e)
	r.ReadAs = plateReadAs(d, p)
	readings = append(readings, r)
	readings = append(readings, p.takeScrews(e)...)
	var own []finding.Reading
	p.plate.codes, own = leafletCodes(e.Codes)
	return p, append(readings, own...)
}

// oneRefused takes in that the leaflet of a drive for three phases allows no other: it is refused for that, not for
// its size.
func (p *Profile) oneRefused(e Entry) {
	if e.OnePhase == "no" && p.Input.Phases == 3 && (p.plate != nil || p.unsaid) {
		p.Input.SingleShare, p.Input.NeverSingle = 0, true
	}
}

// powerByAmps puts the power that its amps mean where no kilowatts are known, or where those that are cannot be.
func (p *Profile) powerByAmps() bool {
	kva := math.Sqrt(3) * p.Output.Volts * p.Output.Amps / 1000
	if kw := p.Output.KW; kw > 1.02*kva || kw > 0 && kw < 0.2*kva {
		p.clashes = append(p.clashes, powerClash(kw, p.Output, kva))
		p.Output.KW = 0
	}
	if p.Output.KW > 0 {
		return false
	}
	p.Output.KW = math.Max(0.05, math.Round(100*motorOfKVA*kva)/100)
	return true
}

// inputAgrees leaves its input amps out where they cannot feed its output, or are far too many for it.
func (p *Profile) inputAgrees() {
	in := p.Input.Volts.Most * p.Input.Amps / 1000
	if p.Input.Phases == 3 {
		in *= math.Sqrt(3)
	}
	if p.Input.Amps > 0 && (in < 0.95*p.Output.KW || in > 8*p.Output.KW) {
		p.clashes = append(p.clashes, inputClash(p.Input.Amps, in, p.Output.KW))
		p.Input.Amps = 0
	}
}

// ofLabel is the profile of a plate.
//
// Long: a list of what a profile wants, each by itself.
func ofLabel(d label.Device) *Profile {
	own := &plated{}
	take := func(what string) { own.taken = append(own.taken, what) }
	p := &Profile{Format: ProfileFormat, Version: 1, ID: ByPlate, About: byItsPlate, plate: own,
		WaitMinutes: usualWaitMin, AirMM: usualAirMM, AmbientC: usualAmbientC, AltitudeM: usualAltitudeM,
		CarrierFree: usualCarrierKHz, CarrierOf: usualCarrierKHz, PowerUpsHour: usualPowerUps,
		EnclosureCode: notSaid, Displays: []string{}}
	in, guessed := d.InputVolts.Widened()
	v := Span{Least: in.Least, Most: in.Most}
	if guessed {
		take(takenRange(v))
	}
	p.Input.Volts = v
	switch {
	case slices.Contains(d.InputPhases, 1):
		p.Input.Phases = 1
	case len(d.InputPhases) > 0:
		p.Input.Phases = 3
	default:
		if p.Input.Phases = 1; v.Least >= 300 {
			p.Input.Phases = 3
		}
		take(takenPhases(p.Input.Phases))
	}
	if p.Input.Phases == 3 {
		p.Input.SingleShare = usualSingle
	}
	p.Output = Output{Amps: d.OutputAmps, Volts: d.OutputVolts, Hertz: d.MostHertz, Overload: usualOverload}
	if p.Output.Volts == 0 {
		p.Output.Volts = v.Most
		take(takenVolts(v.Most))
	}
	p.Input.Doubles = p.Output.Volts > 1.5*v.Most
	if p.Output.Hertz == 0 {
		p.Output.Hertz = usualMostHz
		take(takenHertz)
	}
	p.Output.KW, p.Input.Amps = d.Kilowatt, d.InputAmps
	if p.powerByAmps() {
		take(takenPower(p.Output.KW))
	}
	if p.inputAgrees(); p.Input.Amps == 0 {
		take(takenInput)
	}
	take(takenRest)
	p.LossShare = usualLoss(p.Output.KW)
	p.Name = yourDrive(p.Output.KW)
	p.Terminals = screws([]string{lineScrew(1), lineScrew(2)}, []string{motorScrew(1), motorScrew(2), motorScrew(3)})
	return p
}

// screws are a drive's power terminals by their letters.
func screws(line, motor []string) (out []Terminal) {
	for _, name := range line {
		out = append(out, Terminal{Name: name, Role: LineIn})
	}
	for _, name := range motor {
		out = append(out, Terminal{Name: name, Role: MotorOut})
	}
	return append(out, Terminal{Name: earthScrew, Role: Earth})
}

// takeScrews puts the letters beside the screws in the place of what they are for.
func (p *Profile) takeScrews(e Entry) (readings []finding.Reading) {
	line, motor := []string{lineScrew(1), lineScrew(2)}, []string{motorScrew(1), motorScrew(2), motorScrew(3)}
	read := func(field, typed string, into []string, example string) {
		if typed == "" {
			return
		}
		r := finding.Reading{Path: "drive." + field, Typed: typed}
		if names, ok := label.Letters(typed, len(into), "-"); !ok {
			r.Problem, r.Wanted = wantScrews(len(into)), example
		} else {
			copy(into, names)
			r.ReadAs = strings.Join(names, ", ")
			p.plate.screws = p.plate.screws || len(into) == 3
		}
		readings = append(readings, r)
	}
	read("line_screws", e.LineScrews, line, "L N")
	read("motor_screws", e.MotorScrews, motor, "U V W")
	p.Terminals = screws(line, motor)
	return readings
}

// leafletCodes reads the codes that were filled in from the leaflet, a function and its code a line.
func leafletCodes(text string) (codes map[Function]string, readings []finding.Reading) {
	codes = map[Function]string{}
	for line := range unit.Lines(text) {
		r := finding.Reading{Path: "drive.codes", Typed: line}
		f, code, _ := strings.Cut(strings.TrimSpace(line), " ")
		code = strings.TrimSpace(code)
		at := ""
		for other, one := range codes {
			if one == code {
				at = plainName(other)
			}
		}
		switch {
		case !slices.Contains(functions, Function(f)) || code == "" || len(code) > 20:
			r.Problem, r.Wanted = noCode, "motor-amps P3.05"
		case at != "":
			r.Problem, r.Wanted = codeTwice(code, at), "a code that stands once"
		default:
			codes[Function(f)] = code
			r.ReadAs = plainName(Function(f)) + ": " + code
		}
		readings = append(readings, r)
	}
	return codes, readings
}

// notKeyed are wants that need no line on a sheet by function: few drives have a setting for
// them, or it is another's.
var notKeyed = []Function{LineVolts, LineHertz, MotorPoles, MotorFactor, BaseHertz, DisplayScale}

// byFunction is the sheet of a drive whose codes are not known: what must be set, each with
// room for its code.
func (p *Profile) byFunction(wants map[Function]Want) []Row {
	rows := []Row{}
	for _, f := range functions {
		w, ok := wants[f]
		if !ok || slices.Contains(notKeyed, f) {
			continue
		}
		value := first(w.Text != "", w.Text, wordPlain(f, w.Word))
		if value == "" {
			continue
		}
		r := Row{ID: string(f), Kind: Keyed, Function: f, Code: p.plate.codes[f], Name: asLeaflets(f), Value: value,
			Plain: w.Formula, How: howKeyed(p.plate.codes[f], value),
			Why: finding.Why{Formula: w.Formula, Numbers: w.Numbers, Section: finding.OnDriveSheet,
				Source: "plate, load and choices of this job", Estimated: w.Estimated}}
		rows = append(rows, r)
	}
	return rows
}

// judgePlate says what a drive by its plate hangs on.
func judgePlate(o *Shown) {
	p := o.Profile
	if p == nil || p.plate == nil {
		judgeLifted(o)
		return
	}
	say := func(f finding.Finding) {
		f.Bay = finding.Bridge
		if f.Entries == nil {
			f.Entries = []string{"drive.plate"}
		}
		o.say(f)
	}
	sayClashes(o, "drive.plate")
	say(finding.Finding{ID: "drive.by-plate", Grade: finding.Note, Sentence: judgedByPlate, Planning: true,
		Detail: label.Taken(p.plate.taken), Why: []finding.Why{{
			Formula: "figures of the plate; the rest as such drives usually have it", Section: finding.OnDrive,
			Source: "the drive's plate; guide value", Estimated: true}}})
	if !p.plate.screws {
		say(finding.Finding{ID: "drive.screws", Grade: finding.Open, Sentence: whichScrews,
			Detail: whichScrewsDetail, Entries: []string{"drive.motor_screws"}})
	}
	if open := codesOpen(&o.Solved); open > 0 {
		say(finding.Finding{ID: "drive.codes", Grade: finding.Note, Sentence: codesToFill(open),
			Detail: codesToFillDetail, Entries: []string{"drive.codes"}})
	}
}

// sayClashes says where a plate, or the figures of a profile, disagree with themselves.
func sayClashes(o *Shown, entry string) {
	for _, clash := range o.Profile.clashes {
		o.say(finding.Finding{ID: finding.DrivePlateClash, Bay: finding.Bridge, Grade: finding.Caution,
			Sentence: clash, Detail: plateClashDetail, Entries: []string{entry}, Why: []finding.Why{{
				Formula: "amps × volts against kilowatts", Section: finding.OnDrive, Source: "the drive's plate"}}})
	}
}

// codesOpen is how many lines of the sheet have no code yet.
func codesOpen(o *Solved) (n int) {
	for _, r := range o.View.Sheet {
		if r.Code == "" {
			n++
		}
	}
	return n
}

// plateReadAs is a plate as it was read, in one way of writing.
func plateReadAs(d label.Device, p *Profile) string {
	in, out := []string{phasesText(p.Input.Phases), unit.Plain(p.Input.Volts.Least) + "-" +
		unit.Whole(p.Input.Volts.Most, "V")}, []string{unit.Text(d.OutputAmps, "A")}
	if d.InputAmps > 0 {
		in = append(in, unit.Text(d.InputAmps, "A"))
	}
	if d.OutputVolts > 0 {
		out = append(out, unit.Whole(d.OutputVolts, "V"))
	}
	if d.MostHertz > 0 {
		out = append(out, "to "+unit.Whole(d.MostHertz, "Hz"))
	}
	if d.Kilowatt > 0 {
		out = append(out, unit.Text(d.Kilowatt, "kW"))
	}
	return "in: " + strings.Join(in, " ") + "; out: " + strings.Join(out, ", ")
}
