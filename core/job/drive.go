package job

import (
	"context"
	"fmt"
	"math"
	"math/cmplx"
	"slices"
	"strings"

	"graybridge/core/bringup"
	"graybridge/core/capacitor"
	"graybridge/core/circuit"
	"graybridge/core/drive"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/protection"
	"graybridge/core/search"
	"graybridge/core/site"
	"graybridge/core/supply"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// DrivePlan is what the Drive bay shows.
type DrivePlan struct {
	Name       string           `json:"name,omitempty"`
	About      string           `json:"about,omitempty"`
	Choices    []DriveOffer     `json:"choices" nullable:"false"`
	Verdict    finding.Grade    `json:"verdict,omitempty"`
	Words      string           `json:"words,omitempty"`
	Figures    []finding.Figure `json:"figures" nullable:"false"`
	Dial       drive.Speeds     `json:"dial"`
	Point      drive.Point      `json:"point"`
	Says       string           `json:"says,omitempty"` // of the point on the dial
	SaysGrade  finding.Grade    `json:"says_grade,omitempty"`
	LeastHz    float64          `json:"least_hz"`
	TopHz      float64          `json:"top_hz"`
	BaseHz     float64          `json:"base_hz"`
	Envelope   []drive.Point    `json:"envelope" nullable:"false"`
	Caps       []drive.Cap      `json:"caps" nullable:"false"`
	Up         drive.Ramp       `json:"up"`
	Down       drive.Ramp       `json:"down"`
	Map        []drive.Command  `json:"map" nullable:"false"`
	Sheet      []drive.Row      `json:"sheet" nullable:"false"`
	Unheard    []string         `json:"unheard" nullable:"false"` // wanted, but this drive has no setting for it
	Wiring     []drive.Wire     `json:"wiring" nullable:"false"`
	Never      []string         `json:"never" nullable:"false"`
	Inspection []drive.Step     `json:"inspection" nullable:"false"`
	Restore    []string         `json:"restore" nullable:"false"`
	Displays   []string         `json:"displays" nullable:"false"`
	Quirks     []string         `json:"quirks" nullable:"false"`
	WaitText   string           `json:"wait,omitempty"`
	BoxText    string           `json:"box,omitempty"`
}

// DriveOffer is one known drive weighed for this job.
type DriveOffer struct {
	ID    string        `json:"id"`
	Name  string        `json:"name"`
	About string        `json:"about"`
	Words string        `json:"words"`
	Grade finding.Grade `json:"grade"`
	Text  string        `json:"text"` // why
}

func (w *worker) isDrive() bool { return w.doc.Bridge.Kind == KindDrive }

// readDrive reads the drive's entries and finds its profile, and says what the
// bridge gives the motor's leads.
func (w *worker) readDrive() ([]finding.Reading, func(supply.Supply) site.Feed) {
	if !w.isDrive() {
		return nil, func(line supply.Supply) site.Feed { return site.Feed{Volts: line.Volts} }
	}
	e := w.doc.Bridge.Drive
	var r []finding.Reading
	w.chosen, r = drive.Read(e)
	if e.Own != nil && (e.Profile == "" || e.Profile == e.Own.ID) {
		w.profile = e.Own
	} else if p, ok := drive.ByID(e.Profile); ok {
		w.profile = &p
	}
	return r, func(line supply.Supply) site.Feed {
		f := site.Feed{Volts: line.Volts, OwnHertz: true, Third: "L3"}
		if w.profile != nil {
			f.Volts = w.profile.OutputVolts(line.Volts)
		}
		return f
	}
}

// driveMotor is the motor as a drive sees it, in the joints wanted, under a share
// of its load, and what that drive brings off at standstill.
func (w *worker) driveMotor(p *drive.Profile, feed float64) (drive.Motor, drive.Brought) {
	m := drive.Motor{Model: w.site.Model, LineVolts: w.plateVoltsAt(feed), LineAmps: w.plateAmps(), OutVolts: feed, LimitShare: 1.5, Cooling: w.chosen.Cooling, DutyRatio: w.site.Plate.InverterDuty,
		Load: w.site.Load.At(w.site.Load.Usual), Inertia: w.site.Load.Inertia + capacitor.RotorInertia(w.site.Model)}
	if m.Cooling == "" {
		if m.Cooling = drive.OwnFan; w.site.Plate.InverterDuty > 0 {
			m.Cooling = drive.InverterDuty
		}
	}
	share, _ := w.chosen.Derate(p)
	m.LimitShare = math.Min(1.5, p.Output.Overload*share*p.Output.Amps/(m.LineAmps*float64(w.chosen.Count)))
	b := m.Boost(1.15 * w.startAsked())
	m.BoostShare = b.Share
	return m, b
}

// startAsked is the torque at standstill over rated that a drive must bring off:
// what the load asks, and a fifth for grease and belts in any case.
func (w *worker) startAsked() float64 { return math.Max(0.2, w.site.Load.StartShare()) }

// plateVolts and plateAmps are the plate's, carried to the joints wanted: what
// the drive's output must be for the coils to see their own.
func (w *worker) plateVolts() float64 { return w.plateVoltsAt(w.site.Feed.Volts) }

func (w *worker) plateVoltsAt(feed float64) float64 {
	r := leads.Reachable(w.site.Hand.Kind, w.site.Inner, feed, w.site.Column.Winding(), 1)
	return feed / math.Max(0.01, r[0].Ratio)
}

func (w *worker) plateAmps() float64 {
	amps := w.site.Model.WindingAmps
	way := leads.Name(w.site.Hand.Kind, w.site.Wanted)
	if w.site.Hand.Kind == leads.Three {
		way = w.site.Reach[0].Way
	}
	if way.Arrangement == leads.Delta {
		amps *= math.Sqrt(3)
	}
	if way.Halves == leads.Parallel {
		amps *= 2
	}
	return amps
}

func (w *worker) driveAsks(resistor bool) drive.Asks {
	return drive.Asks{Rules: w.doc.Workshop.Rules, Line: w.site.Supply.Volts, ShaftWatts: w.site.Plate.ShaftWatts, LineAmps: w.plateAmps(), Efficiency: w.site.Plate.Efficiency.Value,
		StartShare: w.startAsked(), Single: w.has("plate.single-phase"), Resistor: resistor, Volts: w.fits(w.site.Feed.Volts)}
}

// fits says whether some joint of the leads takes so many volts.
func (w *worker) fits(volts float64) bool {
	r := leads.Reachable(w.site.Hand.Kind, w.site.Inner, volts, w.site.Column.Winding(), 1)
	return len(r) > 0 && r[0].Fits()
}

// weigh lists every known drive against this job.
func (w *worker) weigh() []DriveOffer {
	out := []DriveOffer{}
	known := slices.Clone(drive.Shipped())
	if w.doc.Bridge.Drive.Own != nil {
		known = append(known, *w.doc.Bridge.Drive.Own)
	}
	for _, p := range known {
		a := w.driveAsks(false)
		feed := p.OutputVolts(w.site.Supply.Volts)
		if a.Volts = w.fits(feed); a.Volts {
			_, a.Start = w.driveMotor(&p, feed)
		}
		weighed, said := w.chosen.Choose(&p, a)
		one := DriveOffer{ID: p.ID, Name: p.Name, About: p.About, Words: weighed.Words, Grade: weighed.Verdict}
		for _, f := range said {
			if f.Grade == weighed.Verdict && (one.Text == "" || f.Grade == finding.Stop && !strings.Contains(one.Text, f.Sentence)) {
				if one.Text != "" {
					one.Text += " "
				}
				one.Text += f.Sentence
			}
		}
		out = append(out, one)
	}
	return out
}

// computeDrive weighs, sets, wires and judges the drive.
func (w *worker) computeDrive() {
	v := &DrivePlan{Choices: w.weigh(), Figures: []finding.Figure{}, Envelope: []drive.Point{}, Caps: []drive.Cap{}, Map: []drive.Command{}, Sheet: []drive.Row{}, Unheard: []string{}, Wiring: []drive.Wire{},
		Never: drive.NeverWired(), Inspection: []drive.Step{}, Restore: []string{}, Displays: []string{}, Quirks: []string{},
		Up: drive.Ramp{Hz: []float64{}, Share: []float64{}}, Down: drive.Ramp{Hz: []float64{}, Share: []float64{}}, BaseHz: w.site.Model.FrequencyHz}
	w.plan.Drive = v
	p := w.profile
	if p == nil {
		w.say(finding.Finding{ID: "drive.none", Bay: finding.Bridge, Grade: finding.Open, Sentence: "Which drive? It is chosen by amps.", Detail: fmt.Sprintf("The motor asks %s in these joints. Known drives stand under Choose, weighed; another comes in as a profile file.", unit.Text(w.plateAmps(), "A")), Entries: []string{"drive.profile"}})
		return
	}
	m, start := w.driveMotor(p, w.site.Feed.Volts)
	// The whole duty: the heaviest load bounds the speed, the start the ramp up, and the lightest, which hardly brakes, the ramp down.
	heavy, starting, light := m, m, m
	heavy.Load, starting.Load, light.Load = w.site.Load.At(w.site.Load.Heaviest), w.site.Load.RunUp(), w.site.Load.At(w.site.Load.Lightest)
	if w.site.Load.Start != load.Free {
		starting.Load = w.site.Load.At(w.site.Load.Heaviest)
	}
	caps := w.chosen.Highest(heavy, p)
	top := w.chosen.Top(heavy, caps)
	up, down := starting.Up(top, w.chosen.UpS), light.Down(top, w.chosen.DownS, w.chosen.Resistor == "yes")
	asks := w.driveAsks(down.Trips)
	asks.Start = start
	weighed, said := w.chosen.Choose(p, asks)
	w.say(said...)
	w.motor, w.weighed = &m, &weighed
	at := w.dialHz(top)
	w.hertz = at
	wants := w.chosen.Wants(p, w.drivePlate(), w.site.Supply.Volts, w.site.Supply.Hertz, m, top, up, down)
	w.say(w.chosen.Control(p, wants)...)
	rows, unheard, cut := p.Sheet(wants, w.chosen.SecondHand == "yes")
	strange := w.chosen.BackInto(rows)
	v.Name, v.About, v.Verdict, v.Words, v.Caps, v.TopHz, v.LeastHz = p.Name, p.About, weighed.Verdict, weighed.Words, caps, top, w.chosen.LeastHz
	v.Envelope, v.Dial = m.Envelope(math.Max(top, 1.2*w.site.Model.FrequencyHz)), w.chosen.SpeedsAt(m, at)
	if pt, err := m.At(at); err == nil {
		v.Point = pt
		v.SaysGrade, v.Says = pt.Words()
	}
	v.Map, v.Sheet = w.chosen.Map(p), rows
	for _, f := range unheard {
		switch f {
		case drive.LineVolts, drive.LineHertz, drive.MotorPoles, drive.DisplayScale, drive.BaseHertz, drive.MotorFactor, drive.MotorRPM, drive.MotorPower, drive.StopMode, drive.ResetFault, drive.Boost:
		default:
			v.Unheard = append(v.Unheard, strings.ReplaceAll(string(f), "-", " "))
		}
	}
	earth := weighed.Conductor
	if w.doc.Workshop.Rules == table.NorthAmerica {
		awg, _ := table.EarthAWG(weighed.Breaker)
		earth = unit.Conductor{AWG: awg}
	}
	v.Wiring = w.chosen.Wiring(p, weighed, earth, w.motorEnds())
	if w.chosen.SecondHand == "yes" {
		v.Inspection = w.chosen.Inspection(p, w.site.Supply.Volts)
	}
	v.Restore, v.Displays, v.Quirks = append(v.Restore, p.Restore...), append(v.Displays, p.Displays...), append(v.Quirks, p.Quirks...)
	v.WaitText = unit.Plain(p.WaitMinutes) + unit.Space + "min"
	v.BoxText = fmt.Sprintf("It makes about %s of heat at full power; %s free above and below, upright; its enclosure is %s. A closed metal box wants %s of free surface to stay 10 °C above the room (planning).", unit.Whole(p.LossShare*p.Output.KW*1000, "W"), unit.Whole(p.AirMM, "mm"), p.EnclosureCode, unit.Text(p.BoxArea(), "m²"))
	v.Figures = w.driveFigures(p, weighed, v)
	w.judgeDrive(v, m, heavy, up, down, cut, strange)
	v.Up, v.Down = finite(up), finite(down)
	if w.blocked() != nil { // nothing is keyed for a state that must not be
		v.Sheet = []drive.Row{}
	}
	w.protectDrive(weighed, earth, v)
	w.plan.Buys = w.driveBuys()
}

func finite(r drive.Ramp) drive.Ramp {
	if math.IsInf(r.Least, 0) {
		r.Least, r.Asked = 0, 0
	}
	return r
}

func (w *worker) dialHz(top float64) float64 {
	at := math.Min(top, w.site.Model.FrequencyHz)
	if w.chosen.AtHz > 0 {
		at = math.Min(w.chosen.AtHz, w.profile.Output.Hertz)
	}
	return at
}

func (w *worker) drivePlate() drive.Plate {
	p := &w.site.Plate
	return drive.Plate{Volts: math.Round(w.plateVolts()), Amps: math.Round(w.plateAmps()*100) / 100, Hertz: p.Hertz, RPM: p.RPM, Watts: p.ShaftWatts, Factor: p.PowerFactor.Value, Poles: p.Poles,
		AmpsGuessed: w.site.Column.Mark == finding.Estimated, FactorGuessed: p.PowerFactor.Mark == finding.Estimated}
}

// motorEnds are the joints that the drive's three wires go to.
func (w *worker) motorEnds() (out [3]string) {
	for i, l := range leads.Lines {
		own := slices.DeleteFunc(slices.Clone(w.site.Wanted.Of(l)), func(n string) bool { return slices.Contains(leads.Lines, n) })
		out[i] = leads.PrintJoint(own, w.site.Hand.Naming)
	}
	return out
}

func (w *worker) driveFigures(p *drive.Profile, weighed drive.Weighed, v *DrivePlan) []finding.Figure {
	fig := func(id, name, text, note string, section finding.Section) finding.Figure {
		return finding.Figure{ID: id, Name: name, Text: text, Note: note, Mark: w.site.Mark(), Why: []finding.Why{{Formula: name, Section: section, Source: "profile, plate and engine"}}}
	}
	out := []finding.Figure{
		fig("amps", "Output amps", unit.Text(weighed.Need, "A")+" of "+unit.Text(weighed.Have, "A"), "asked, and there after derating", finding.OnDrive),
		fig("input", "Input amps", unit.Text(weighed.InputAmps, "A"), fmt.Sprintf("at full power, power factor %s, estimated", unit.Three(weighed.InputFactor)), finding.OnDrive),
		fig("volts", "Output volts", unit.Whole(w.site.Feed.Volts, "V"), "greatest, from "+unit.Whole(w.site.Supply.Volts, "V"), finding.OnDrive),
	}
	if v.Point.Carries {
		out = append(out,
			fig("motor", "Motor amps", unit.Text(v.Point.Amps, "A"), unit.Percent(v.Point.Share)+" of plate at "+unit.Text(v.Point.Hz, "Hz"), finding.OnDriveSpeed),
			fig("speed", "Motor speed", unit.Whole(v.Point.RPM, "rpm"), "with slip at your load", finding.OnDriveSpeed))
	}
	out = append(out,
		fig("continuous", "Torque for good", unit.Percent(v.Point.Continuous), "of plate there; your load asks "+unit.Percent(v.Point.Asked), finding.OnDriveSpeed),
		fig("short", "For a minute", unit.Percent(v.Point.Short), "by the limit of amps", finding.OnDriveSpeed))
	return out
}

// judgeDrive says what follows for speed, ramps and sheet.
func (w *worker) judgeDrive(v *DrivePlan, m, heavy drive.Motor, up, down drive.Ramp, cut []drive.Row, strange []string) {
	say := func(id string, g finding.Grade, sentence, detail, entry string, cures ...finding.Cure) *finding.Finding {
		f := finding.Finding{ID: "drive." + id, Bay: finding.Bridge, Grade: g, Sentence: sentence, Detail: detail, Cures: cures, Why: []finding.Why{{Formula: "torque, amps and slip of the fitted motor at that hertz and volts", Section: finding.OnDriveSpeed, Source: "engine", Estimated: len(w.site.LeansOn) > 0}}}
		if entry != "" {
			f.Entries = []string{entry}
		}
		w.say(f)
		return &w.plan.Findings[len(w.plan.Findings)-1]
	}
	f := say("speed", v.SaysGrade, fmt.Sprintf("At %s: %s", unit.Text(v.Point.Hz, "Hz"), strings.ToLower(v.Says[:1])+v.Says[1:]), fmt.Sprintf("The load asks %s of plate torque, its cooling carries %s for good.", unit.Percent(v.Point.Asked), unit.Percent(v.Point.Continuous)), "drive.at")
	f.Figure, f.Limit = unit.Percent(v.Point.Asked), unit.Percent(v.Point.Continuous)
	if v.Point.Carries && v.Point.Heat > 1 && m.Cooling == drive.OwnFan && v.Point.Hz < w.site.Model.FrequencyHz {
		f.Cures = []finding.Cure{{Label: "It has a blower", Path: "drive.cooling", Value: string(drive.Blower)}}
	}
	if v.Point.Carries && v.Point.Heat > 1 && w.site.Load.On > 0 {
		heat := capacitor.DutyHeat(v.Point.Heat, w.site.Load.On, w.site.Load.Off)
		f.Planning = true
		f.Detail += fmt.Sprintf(" Your %s on and %s off bring it to %s of the heat its cooling carries (planning).", unit.Text(w.site.Load.On, "min"), unit.Text(w.site.Load.Off, "min"), unit.Percent(heat))
		if heat <= 1 {
			f.Grade = finding.Note
		}
	}
	if least := w.chosen.LeastHz; least > 0 {
		if pt, err := m.At(least); err == nil && (!pt.Carries || pt.Heat > 1.001) {
			say("range", finding.Caution, fmt.Sprintf("At its least hertz, %s, the load asks %s and the cooling carries %s for good.", unit.Text(least, "Hz"), unit.Percent(pt.Asked), unit.Percent(pt.Continuous)), "Not slower for long than the torque for good allows: a blower, a larger motor, or other sheaves and more hertz.", "drive.least")
		}
	}
	if w.chosen.MostHz > 0 && len(v.Caps) > 0 && w.chosen.MostHz > 1.001*v.Caps[0].Hz {
		say("most", finding.Caution, fmt.Sprintf("Most hertz %s is too much; the sheet takes %s.", unit.Text(w.chosen.MostHz, "Hz"), unit.Text(v.TopHz, "Hz")), "Reason: "+v.Caps[0].Reason+".", "drive.most", finding.Cure{Label: "Take " + unit.Text(v.TopHz, "Hz"), Path: "drive.most", Value: unit.Plain(math.Floor(v.TopHz*10)/10) + " Hz"})
	}
	if w.site.Load.Heaviest > w.site.Load.Usual {
		if pt, err := heavy.At(v.Point.Hz); err == nil {
			if g, words := pt.Words(); g != finding.Good {
				say("heaviest", g, fmt.Sprintf("At your heaviest load: %s", strings.ToLower(words[:1])+words[1:]), fmt.Sprintf("It asks %s of plate torque; the cooling carries %s for good, the amps %s for a minute.", unit.Percent(pt.Asked), unit.Percent(pt.Continuous), unit.Percent(pt.Short)), "load.heaviest")
			}
		}
	}
	for _, r := range []struct {
		ramp            drive.Ramp
		id, word, entry string
	}{{up, "up", "up", "drive.accelerate"}, {down, "down", "down", "drive.decelerate"}} {
		if r.ramp.Trips {
			sentence := fmt.Sprintf("%s in %s trips it: at least %s.", strings.ToUpper(r.word[:1])+r.word[1:], unit.Text(r.ramp.Asked, "s"), unit.Text(r.ramp.Least, "s"))
			if math.IsInf(r.ramp.Least, 1) {
				sentence = "It does not come up with this load."
			}
			grade := finding.Caution
			if math.IsInf(r.ramp.Least, 1) {
				grade = finding.Stop
			}
			x := say("ramp-"+r.id, grade, sentence, r.ramp.Text, r.entry)
			if !math.IsInf(r.ramp.Least, 1) {
				x.Cures = []finding.Cure{{Label: "Leave it to the plan", Path: r.entry, Value: ""}}
			}
		}
	}
	for _, r := range cut {
		say("cut."+r.Code, finding.Caution, fmt.Sprintf("%s (%s) does not reach what is wanted.", r.Name, r.Code), r.Note+".", "")
	}
	if judged := len(w.profile.Parameters)+len(w.profile.Jumpers) == 0; len(v.Unheard) > 0 && !judged {
		say("unheard", finding.Note, "This drive has no setting for: "+strings.Join(v.Unheard, ", ")+".", "What it cannot be told must be held some other way: an overload relay at the motor, a person, a stop in the mechanism.", "")
	}
	if len(v.Sheet) == 0 && w.profile.ID != "" && len(w.profile.Parameters)+len(w.profile.Jumpers) == 0 {
		say("judged-only", finding.Note, w.profile.Name+" is judged only: its profile has no codes.", "A full profile comes in as a file; docs describe it.", "drive.profile")
	}
	if len(strange) > 0 {
		slices.Sort(strange)
		say("strange", finding.Note, "Read off the drive, but not in its profile: "+strings.Join(strange, ", ")+".", "A misread code, or something that this profile does not know.", "drive.read_back")
	}
	var differ []string
	for _, r := range v.Sheet {
		if r.ReadBack != "" && r.ReadBack != r.Value {
			differ = append(differ, fmt.Sprintf("%s stands at %s, wants %s", r.Code, r.ReadBack, r.Value))
		}
	}
	if len(differ) > 0 {
		say("read-back", finding.Caution, fmt.Sprintf("%d settings read off the drive are another owner's.", len(differ)), strings.Join(differ, "; ")+".", "drive.read_back")
	}
	if w.chosen.SecondHand == "yes" {
		open := 0
		for _, s := range v.Inspection {
			if !s.Done {
				open++
			}
		}
		if open > 0 {
			say("inspection", finding.Open, fmt.Sprintf("%d steps of the inspection are not done.", open), "A second-hand drive is looked at, reset and read before it is wired.", "drive.second_hand")
		}
	}
	if top, wants := w.chosen.TopVolt, w.plateVolts(); top > 0 && top < w.site.Supply.Volts-1 {
		x := say("top-volts", finding.Note, fmt.Sprintf("It can be set to %s at most; the wall has %s.", unit.Whole(top, "V"), unit.Whole(w.site.Supply.Volts, "V")), fmt.Sprintf("The motor gets its volts per hertz up to %s; above, torque falls as above base speed.", unit.Text(math.Min(1, top/wants)*w.site.Model.FrequencyHz, "Hz")), "drive.top_volts")
		x.Figure, x.Limit, x.Measure = unit.Whole(top, "V"), unit.Whole(wants, "V")+" wanted by the motor", finding.Against(top, finding.AtLeast, 0.95*wants, "V")
		if top < 0.95*wants {
			x.Grade = finding.Caution
		}
	}
	if s := w.chosen.SinkOhms; s > 1 {
		say("sink", finding.Stop, fmt.Sprintf("Its heat sink is not earthed: %s.", unit.Text(s, "Ω")), "Earth it with its own ring on bare metal, measure again: under 1 Ω.", "drive.sink_ohm")
	}
	names := leads.PrintJoint(w.site.Hand.Kind.Terminals()[:min(3, len(w.site.Hand.Kind.Terminals()))], w.site.Hand.Naming)
	turn := finding.Finding{ID: "drive.direction", Bay: finding.Bridge, Grade: finding.Note, Sentence: "If it turns the wrong way: exchange any two of its three motor wires, standing and dead.",
		Detail: fmt.Sprintf("At its input an exchange does nothing. Facing the shaft end it turns clockwise where %s are marked as the standard has it. The bump comes after the settings that protect the motor are keyed.", names), Why: []finding.Why{{Formula: "order of the three outputs", Section: finding.OnDirection, Source: "engine"}}}
	if w.site.Load.Turn == load.Anti && !strings.HasPrefix(w.machine.Leads.Bumped, "right") {
		turn.Grade, turn.Sentence = finding.Caution, "In these joints it would turn clockwise; the machine wants anticlockwise."
		turn.Detail = "Exchange two of its three motor wires, standing and dead, rather than run it in reverse for good; then bump it. " + turn.Detail
		turn.Entries = []string{"load.turn"}
	}
	w.say(turn)
	w.say(finding.Finding{ID: "drive.link", Bay: finding.Bridge, Grade: finding.Note, Sentence: fmt.Sprintf("After power-off wait %s and measure its link before anything is touched.", v.WaitText), Detail: "It holds several hundred volts, lamp or no lamp."})
}

// protectDrive sizes breaker and wire by the drive's rated input, and says that
// the drive itself is the motor's overload relay.
func (w *worker) protectDrive(weighed drive.Weighed, earth unit.Conductor, v *DrivePlan) {
	room := &load.Room{Mark: w.site.Mark(), RatedNm: w.site.Model.RatedTorqueNm, Continuous: v.Point.Continuous, Start: v.Point.Short}
	if v.Point.Carries {
		room.RPM, room.Watts = v.Point.RPM, v.Point.Asked*w.site.Model.RatedTorqueNm*v.Point.RPM*math.Pi/30
	}
	w.plan.Load = w.site.Load.Figures(room)
	draw := &supply.Draw{Mark: finding.Estimated, RunAmps: weighed.InputAmps, RunVolts: w.site.Supply.Volts - weighed.InputAmps*w.site.Supply.FeederOhm, StartAmps: weighed.InputAmps, StartVolts: w.site.Supply.Volts - weighed.InputAmps*w.site.Supply.FeederOhm, MostAmps: weighed.InputAmps}
	w.plan.Supply = w.site.Supply.Figures(draw)
	w.judged = true
	if f := w.blocked(); f != nil {
		w.say(finding.Finding{ID: "protection.wait", Bay: finding.Protection, Grade: finding.Open, Sentence: "Nothing is sized here while a stop stands: " + f.Sentence,
			Detail: "Breaker and wire follow the drive as it will run. Mend that first.", Entries: f.Entries})
		w.say(w.site.Supply.Judge(nil, w.doc.Workshop.Rules)...)
		v.Wiring = []drive.Wire{}
		return
	}
	w.say(w.site.Supply.Judge(draw, w.doc.Workshop.Rules)...)
	rules := w.doc.Workshop.Rules
	need, motor := 1.25*weighed.RatedInput, 1.25*weighed.Need
	why := []finding.Why{{Formula: "125 % of the drive's rated input, next standard size; the breaker guards the wire", Numbers: fmt.Sprintf("1.25 · %s = %s", unit.Text(weighed.RatedInput, "A"), unit.Text(need, "A")), Section: finding.OnProtection, Source: rules.Source(), Estimated: true}}
	fig := func(id, name, text, note string) finding.Figure {
		return finding.Figure{ID: id, Name: name, Text: text, Note: note, Mark: finding.Estimated, Why: why}
	}
	breaker := "beyond the table"
	if weighed.Breaker > 0 {
		breaker = unit.Rating(weighed.Breaker)
	}
	w.plan.Guard = []finding.Figure{
		fig("breaker", "Breaker", breaker, "ahead of the drive; planning"),
		fig("conductor", "Line wire", protection.Wire(weighed.Conductor), "copper, earth "+protection.Wire(earth)+"; planning"),
		fig("motor-wire", "Motor wire", protection.Wire(weighed.MotorWire), "drive to motor; planning"),
		fig("overload", "Overload", unit.Text(w.plateAmps(), "A"), "in the drive: plate amps in these joints"),
	}
	say := func(f finding.Finding) {
		f.Bay, f.Planning, f.Why = finding.Protection, true, why
		w.say(f)
	}
	poles := protection.Asks{Rules: rules, Volts: w.site.Supply.Nominal}.Poles()
	var note []finding.Cure
	if weighed.Breaker > 0 {
		note = []finding.Cure{{Label: "Note " + unit.Rating(weighed.Breaker), Path: "protection.breaker", Value: unit.Plain(weighed.Breaker) + " A"}}
	}
	most, _ := rules.Breaker(2.5 * weighed.RatedInput)
	wire := w.guard.Conductor
	carry, known := table.Ampacity(wire.SquareMM, wire.AWG)
	// The wire that guards with the breaker there is.
	use := func(label string) []finding.Cure {
		best := math.Max(need, weighed.Breaker)
		if b := w.guard.Breaker; b > 0 && (most == 0 || b <= most) {
			best = math.Max(need, b)
		}
		c, ok := rules.Conductor(best)
		if !ok || w.guard.Breaker > 0 && most > 0 && w.guard.Breaker > most {
			return nil // the breaker comes first
		}
		return []finding.Cure{{Label: label + " " + c.String(), Path: "protection.conductor", Value: c.String()}}
	}
	switch b := w.guard.Breaker; {
	case b == 0 && weighed.Breaker > 0:
		say(finding.Finding{ID: "protection.breaker", Grade: finding.Open, Sentence: fmt.Sprintf("Fit a %s breaker of %s ahead of the drive.", poles, unit.Rating(weighed.Breaker)), Detail: "It guards the wire. Fixed wiring is for a licensed person in most places. Residual-current devices must be of a kind that drives do not blind or trip.", Cures: note, Entries: []string{"protection.breaker"}})
	case b == 0:
	case b < 1.1*weighed.InputAmps:
		say(finding.Finding{ID: "protection.breaker", Grade: finding.Caution, Sentence: fmt.Sprintf("A breaker of %s will trip: the drive draws %s at full power.", unit.Rating(b), unit.Text(weighed.InputAmps, "A")), Cures: note, Entries: []string{"protection.breaker"},
			Figure: unit.Rating(b), Limit: unit.Text(1.1*weighed.InputAmps, "A") + " at least", Measure: finding.Against(b, finding.AtLeast, 1.1*weighed.InputAmps, "A")})
	case most > 0 && b > most:
		say(finding.Finding{ID: "protection.breaker", Grade: finding.Caution, Sentence: fmt.Sprintf("A breaker of %s is too large ahead of this drive: %s is the most.", unit.Rating(b), unit.Rating(most)), Detail: "The maker's sheet gives the largest; a short circuit inside the drive would be broken late.", Cures: note, Entries: []string{"protection.breaker"},
			Figure: unit.Rating(b), Limit: unit.Rating(most) + " at most", Measure: finding.Against(b, finding.AtMost, most, "A")})
	default:
		say(finding.Finding{ID: "protection.breaker", Grade: finding.Good, Sentence: fmt.Sprintf("The %s breaker carries the drive.", unit.Rating(b)), Figure: unit.Rating(b), Limit: "from " + unit.Text(1.1*weighed.InputAmps, "A"), Measure: finding.Against(b, finding.AtLeast, 1.1*weighed.InputAmps, "A")})
	}
	switch {
	case wire == (unit.Conductor{}) && weighed.Conductor != (unit.Conductor{}):
		say(finding.Finding{ID: "protection.conductor", Grade: finding.Open, Sentence: fmt.Sprintf("Wire the drive in %s copper, the motor in %s, earth %s.", weighed.Conductor, protection.Wire(weighed.MotorWire), protection.Wire(earth)), Cures: use("Note"), Entries: []string{"protection.conductor"}})
	case wire == (unit.Conductor{}):
	case !known:
		say(finding.Finding{ID: "protection.conductor", Grade: finding.Caution, Sentence: fmt.Sprintf("%s is not in the table: what it carries is not known here; %s is asked.", wire, protection.Wire(weighed.Conductor)), Cures: use("Use"), Entries: []string{"protection.conductor"}})
	case carry < need:
		say(finding.Finding{ID: "protection.conductor", Grade: finding.Caution, Sentence: fmt.Sprintf("%s carries %s; 125 %% of the drive's rated input is %s.", wire, unit.Rating(carry), unit.Text(need, "A")), Cures: use("Use"), Entries: []string{"protection.conductor"},
			Figure: unit.Rating(carry), Limit: unit.Text(need, "A") + " at least", Measure: finding.Against(carry, finding.AtLeast, need, "A")})
	case w.guard.Breaker > carry:
		say(finding.Finding{ID: "protection.wire", Grade: finding.Stop, Sentence: fmt.Sprintf("A %s breaker does not guard %s, which carries %s.", unit.Rating(w.guard.Breaker), wire, unit.Rating(carry)), Detail: "Ahead of a drive nothing else guards the wire: thicker wire or a smaller breaker.", Cures: use("Use"), Entries: []string{"protection.breaker", "protection.conductor"},
			Figure: unit.Rating(w.guard.Breaker), Limit: unit.Rating(carry), Measure: finding.Against(w.guard.Breaker, finding.AtMost, carry, "A")})
	default:
		say(finding.Finding{ID: "protection.conductor", Grade: finding.Good, Sentence: fmt.Sprintf("%s carries the drive's rated input and a quarter more.", wire), Figure: unit.Rating(carry), Limit: unit.Text(need, "A") + " at least", Measure: finding.Against(carry, finding.AtLeast, need, "A")})
	}
	if weighed.MotorWire != (unit.Conductor{}) {
		say(finding.Finding{ID: "protection.motor-wire", Grade: finding.Note, Sentence: fmt.Sprintf("From drive to motor: %s copper.", weighed.MotorWire), Detail: "It carries 125 % of the motor's plate amps in these joints; the drive's overload guards it.", Figure: unit.Text(motor, "A")})
	}
	say(finding.Finding{ID: "protection.overload", Grade: finding.Note, Sentence: fmt.Sprintf("The drive is the motor's overload relay, at %s.", unit.Text(w.plateAmps(), "A")), Detail: "It counts amps, not heat: at low speed a plain motor's fan carries less, so the dial's torque for good is the limit there."})
}

// HertzFor is the hertz at which a document's drive reaches a speed, spoken as
// "hz", "motor", "tool", "surface" (m/s) or "feet" (ft/min); ok is false where
// it does not, or no drive is chosen.
func HertzFor(d Document, way string, value float64) (hertz float64, ok bool) {
	w := prepared(context.Background(), &d)
	if w.motor == nil {
		return 0, false
	}
	return w.chosen.HertzFor(*w.motor, w.profile, way, value)
}

// driveCase is the circuit of some joints on the drive at the dial's hertz.
func (w *worker) driveCase(f fed) *circuit.Circuit {
	coils, inside := leads.Coils(w.site.Hand.Kind, w.site.Inner)
	if f.coils != nil {
		coils = f.coils
	}
	m := w.motor.ModelAt(w.hertz)
	c := &circuit.Circuit{FrequencyHz: w.hertz, Reference: "N", Elements: []circuit.Element{}, Machines: []circuit.Machine{{Name: "motor", Equivalent: m.Eq, Slip: 1, Coils: coils}},
		Joints: append(append([][]string{}, inside...), f.joints...)}
	// The line volts are what the winding volts on this dial ask, in the joints wanted.
	line := w.motor.Volts(w.hertz) / w.site.Model.WindingVolts * w.motor.LineVolts
	for i, l := range leads.Lines {
		c.Sources = append(c.Sources, circuit.Source{Name: "drive " + l, From: l, To: "N", VoltsRMS: line / math.Sqrt(3), PhaseDeg: -120 * float64(i)})
	}
	return c
}

// solveDrive fills a state's figures on the drive.
func (w *worker) solveDrive(s *State, f fed) {
	if w.motor == nil {
		s.Solved, s.Verdict = false, "Choose the drive first."
		return
	}
	s.Solved = true
	solver, err := circuit.Compile(w.driveCase(f))
	if err != nil {
		s.Solved, s.Verdict = false, "This circuit cannot be solved."
		return
	}
	torque := func(slip float64) float64 {
		solver.SetSlip(0, slip)
		if solver.Solve() != nil {
			return 0
		}
		return solver.Shaft(0).TorqueNm
	}
	peak, pull := search.Greatest(torque, 0.003, 1, 24)
	surplus := w.site.Model.Surplus(torque, w.site.Load.At(w.site.Load.Usual), w.hertz)
	slip := machine.RunSlip(surplus, 0)
	s.Runs = !math.IsNaN(slip) && slip <= peak*1.05
	s.Starts = s.Runs && pull > w.site.Model.FrictionNm
	if !s.Runs {
		slip = 1
	}
	solver.SetSlip(0, slip)
	if solver.Solve() != nil {
		s.Solved, s.Verdict = false, "This circuit cannot be solved."
		return
	}
	watts, worst, coil := 0.0, 0.0, ""
	c := w.driveCase(f)
	for i, k := range c.Machines[0].Coils {
		v, a := solver.CoilVolts(0, i), solver.CoilAmps(0, i)
		share := cmplx.Abs(a) / w.site.Model.WindingAmps
		watts += real(v * cmplx.Conj(a))
		one := &s.Coils[i]
		one.Volts, one.Amps, one.Share, one.Of, one.Tone = unit.Whole(cmplx.Abs(v), "V"), ampsText(cmplx.Abs(a)), share, unit.Percent(share), toneOf(share)
		if cmplx.Abs(a) < nothingFlows {
			one.Tone = Idle
		}
		if share > worst {
			worst, coil = share, capacitor.Title(k.Name)
		}
	}
	pairs := [][2]string{{"L1", "L2"}, {"L1", "L3"}, {"L2", "L3"}}
	for _, p := range pairs {
		s.Between = append(s.Between, Between{p[0], p[1], unit.Whole(cmplx.Abs(solver.Volts(p[0], p[1])), "V")})
	}
	most := 0.0
	for i, l := range leads.Lines {
		a := cmplx.Abs(solver.SourceAmps(i))
		most = math.Max(most, a)
		s.Lines = append(s.Lines, LineAmps{l, a, ampsText(a)})
	}
	s.Supply = math.Max(0, watts) / (0.95 * w.site.Supply.Volts * w.weighed.InputFactor)
	s.SupplyT = ampsText(s.Supply)
	s.Volts = unit.Whole(w.site.Supply.Volts-s.Supply*w.site.Supply.FeederOhm, "V")
	s.RPM = unit.Whole((1-slip)*120*w.hertz/float64(w.site.Model.Eq.Poles), "rpm")
	s.Torque = unit.Text(math.Max(0, solver.Shaft(0).TorqueNm-w.site.Model.FrictionNm), "N·m")
	if s.Starts {
		s.Turns = "clockwise"
	}
	limit := w.motor.LimitShare * w.motor.LineAmps
	fedText := map[string]string{"now": "Fed as it is now, it would ", "wanted": "As wanted it would "}[s.ID]
	if fedText == "" {
		fedText = "Fed like this it would "
	}
	hz := unit.Text(w.hertz, "Hz")
	switch one, two, fight := leads.Fighting(c.Machines[0].Coils, f.joints); {
	case fight:
		s.Grade, s.Trips = finding.Stop, true
		s.Verdict = fmt.Sprintf("Half coils %s and %s fight each other: the drive trips at once.", capacitor.Title(one), capacitor.Title(two))
	case most < nothingFlows:
		s.Grade, s.Verdict = finding.Note, "Fed like this nothing flows: no coil stands between the drive's outputs."
	case s.Runs && most > 1.001*w.weighed.Have/float64(w.chosen.Count):
		s.Grade = finding.Stop
		s.Verdict = fmt.Sprintf("%srun until the drive trips: %s asked, %s has %s.", fedText, ampsText(most), w.profile.Name, unit.Text(w.weighed.Have, "A"))
	case !s.Runs && most > limit:
		s.Grade, s.Trips = finding.Stop, true
		s.Verdict = fmt.Sprintf("%snot carry the load at %s, and the drive trips: winding %s at %s of plate amps.", fedText, hz, coil, unit.Percent(worst))
	case !s.Runs:
		s.Grade, s.Verdict = finding.Stop, fmt.Sprintf("%snot carry the load at %s.", fedText, hz)
	case worst > 1.15:
		s.Grade = finding.Stop
		s.Verdict = fmt.Sprintf("%srun at %s and burn winding %s: %s of plate amps.", fedText, s.RPM, coil, unit.Percent(worst))
	case worst > 1:
		s.Grade = finding.Caution
		s.Verdict = fmt.Sprintf("%srun at %s, %s, with winding %s at %s of plate amps: short runs only.", fedText, s.RPM, hz, coil, unit.Percent(worst))
	default:
		s.Grade = finding.Good
		s.Verdict = fmt.Sprintf("%srun at %s, %s, each winding at %s of plate amps.", fedText, s.RPM, hz, unit.Percent(worst))
		if s.Coils[0].Share < worst*0.98 || s.Coils[len(s.Coils)-1].Share < worst*0.98 {
			s.Verdict = fmt.Sprintf("%srun at %s, %s, worst winding %s at %s of plate amps.", fedText, s.RPM, hz, coil, unit.Percent(worst))
		}
	}
}

// driveCard fills the card of a motor on a drive.
func (w *worker) driveCard(c *bringup.Card) {
	p := w.plan
	v := p.Drive
	c.Ready = true
	for _, f := range p.Findings {
		if f.Grade == finding.Stop && f.ID != "leads.fed-now" {
			c.Ready, c.NotReady = false, "Not to be fed: "+f.Sentence
			break
		}
	}
	c.Checks, c.Cautions = bringup.DriveGates(v.WaitText), bringup.DriveCautions(v.WaitText)
	breaker := unit.Rating(w.weighed.Breaker)
	c.Parts = append(c.Parts,
		bringup.Line{Name: "Drive", Value: w.profile.Name, Note: fmt.Sprintf("%s of %s", unit.Text(w.weighed.Need, "A"), unit.Text(w.weighed.Have, "A"))},
		bringup.Line{Name: "Breaker, two-pole", Value: first(p.Link.Breaker, breaker), Note: "planning"},
		bringup.Line{Name: "Line wire", Value: first(conductor(w.guard.Conductor), w.weighed.Conductor.String()), Note: "planning"},
		bringup.Line{Name: "Motor wire", Value: w.weighed.MotorWire.String(), Note: "planning"})
	shown := []drive.Function{drive.MotorAmps, drive.Overload, drive.MotorHertz, drive.MostHertz, drive.RunSource, drive.SpeedSource, drive.Accelerate, drive.Decelerate, drive.MotorPower}
	for _, r := range v.Sheet {
		if slices.Contains(shown, r.Function) && len(c.Settings) < 7 {
			c.Settings = append(c.Settings, bringup.Line{Name: r.Code + " " + r.Name, Value: r.Value, Note: r.Plain})
		}
	}
	if more := len(v.Sheet) - len(c.Settings); more > 0 {
		c.Settings = append(c.Settings, bringup.Line{Name: "And", Value: fmt.Sprintf("%d more", more), Note: "on the sheet of settings"})
	}
	c.Settings = append(c.Settings, bringup.Line{Name: "Hertz", Value: unit.Text(w.hertz, "Hz"), Note: "at most " + unit.Text(v.TopHz, "Hz")})
	add := func(id, when, where, expect, band string, mark finding.Mark) {
		c.Readings = append(c.Readings, bringup.Reading{ID: id, When: when, Where: where, Expect: expect, Band: band, Mark: mark})
	}
	if ohm, _, mark := w.site.LineOhms(20, w.site.Wanted); !math.IsNaN(ohm[0] + ohm[1] + ohm[2]) {
		add("ohms", "dead, drive off", "Ohms L1-L2, L2-L3, L3-L1", "about "+unit.Text((ohm[0]+ohm[1]+ohm[2])/3, "Ω"), "within 5 % of each other", mark)
	}
	add("volts", "before the start", "Volts at its input", unit.Whole(w.site.Supply.Volts, "V"), "", w.site.Supply.VoltsMark)
	if v.Point.Carries {
		// Load ±10 % and the fit's own doubt; the drive's losses and the link's shape for its input. The slip carries the speed's.
		around := func(x, part float64, u string) string { return band{(1 - part) * x, (1 + part) * x}.text(u) }
		sync := 120 * v.Point.Hz / float64(w.site.Model.Eq.Poles)
		speed := band{v.Point.RPM - 0.3*(sync-v.Point.RPM), v.Point.RPM + 0.3*(sync-v.Point.RPM)}
		when := "at your load, " + unit.Percent(w.site.Load.Usual) + ", " + unit.Text(v.Point.Hz, "Hz")
		add("amps", when, "Amps on the display", unit.Text(v.Point.Amps, "A"), around(v.Point.Amps, 0.12, "A"), finding.Estimated)
		add("input", when, "Amps, supply line", p.Wanted.SupplyT, around(p.Wanted.Supply, 0.17, "A"), finding.Estimated)
		add("rpm", when, "Speed", unit.Whole(v.Point.RPM, "rpm"), speed.text("rpm"), finding.Estimated)
	}
}
