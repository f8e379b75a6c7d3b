package drive

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"graybridge/core/bridge"
	"graybridge/core/finding"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/site"
	"graybridge/core/supply"
	"graybridge/core/table"
	"graybridge/core/unit"
)

// View is what the Drive bay shows.
type View struct {
	Name       string             `json:"name,omitempty"`
	About      string             `json:"about,omitempty"`
	ByPlate    bool               `json:"by_plate,omitempty"` // known by its plate alone
	Choices    []Offer            `json:"choices" nullable:"false"`
	Trips      []bridge.TripLine  `json:"trips" nullable:"false"`      // what it may show where it gives up
	Candidates []bridge.Candidate `json:"candidates" nullable:"false"` // that may be bought, by their plates
	Shopping   []string           `json:"shopping" nullable:"false"`   // what one for this job must have
	Verdict    finding.Grade      `json:"verdict,omitempty"`
	Words      string             `json:"words,omitempty"`
	Figures    []finding.Figure   `json:"figures" nullable:"false"`
	Dial       Speeds             `json:"dial"`
	Point      Point              `json:"point"`
	Says       string             `json:"says,omitempty"` // of the point on the dial
	SaysGrade  finding.Grade      `json:"says_grade,omitempty"`
	LeastHz    float64            `json:"least_hz"`
	TopHz      float64            `json:"top_hz"`
	BaseHz     float64            `json:"base_hz"`
	Envelope   []Point            `json:"envelope" nullable:"false"`
	Caps       []Cap              `json:"caps" nullable:"false"`
	Up         Ramp               `json:"up"`
	Down       Ramp               `json:"down"`
	Map        []Command          `json:"map" nullable:"false"`
	Sheet      []Row              `json:"sheet" nullable:"false"`
	Unheard    []string           `json:"unheard" nullable:"false"` // wanted, but this drive has no setting for it
	Wiring     []Wire             `json:"wiring" nullable:"false"`
	Never      []string           `json:"never" nullable:"false"`
	Inspection []Step             `json:"inspection" nullable:"false"`
	Restore    []string           `json:"restore" nullable:"false"`
	Displays   []string           `json:"displays" nullable:"false"`
	Quirks     []string           `json:"quirks" nullable:"false"`
	WaitText   string             `json:"wait,omitempty"`
	BoxText    string             `json:"box,omitempty"`
}

// Offer is one known drive weighed for this job.
type Offer struct {
	ID    string        `json:"id"`
	Name  string        `json:"name"`
	About string        `json:"about"`
	Words string        `json:"words"`
	Grade finding.Grade `json:"grade"`
	Text  string        `json:"text"` // why
	Takes float64       `json:"-"`    // amps of the line
	Has   float64       `json:"-"`    // amps of its output, here
}

// Entered is a drive as entered, before it stands over a site.
type Entered struct {
	As       Entry
	Chosen   Chosen
	Profile  *Profile                  // nil: none is chosen
	onPlate  *Profile                  // by its plate, chosen or not; nil: none was typed or read
	own      *Profile                  // brought in, with what its leaflet does not say; nil: none was
	bought   []bridge.Offered[Profile] // drives that may be bought
	Readings []finding.Reading
}

// Take reads what was entered of a drive.
func Take(e Entry) Entered {
	t := Entered{As: e}
	t.Chosen, t.Readings = Read(e)
	own, read := fromPlate(e)
	t.onPlate = own
	if e.Own != nil {
		lifted := e.Own.Lifted()
		lifted.oneRefused(e)
		t.own = &lifted
	}
	t.Readings = append(t.Readings, read...)
	t.bought = readCandidates(e.Candidates)
	for _, one := range t.bought {
		t.Readings = append(t.Readings, one.Reading)
	}
	if e.Profile == ByPlate || e.Profile == "" && e.Own == nil && e.Plate != "" {
		t.Profile = own
	} else if e.Own != nil && (e.Profile == "" || e.Profile == e.Own.ID) {
		t.Profile = t.own
	} else if p, ok := ByID(e.Profile); ok {
		t.Profile = &p
	}
	return t
}

// Feed is what the drive gives the motor's leads on a line.
func (t Entered) Feed(lineVolts float64) site.Feed {
	f := site.Feed{Volts: lineVolts, OwnHertz: true, ThreeFed: true, Third: "L3"}
	if t.Profile != nil {
		f.Volts = t.Profile.OutputVolts(lineVolts)
	}
	return f
}

// Placed is a drive as entered, over a site.
type Placed struct {
	Entered
	Site *site.Site
}

// Solved is a drive weighed, set and wired over its site.
type Solved struct {
	Placed
	View    *View  // nil: there is no motor to drive
	Motor   *Motor // nil: no drive is chosen
	Weighed *Weighed
	Hertz   float64 // on the dial
	Earth   unit.Conductor

	like []like // nil until asked for
}

// Shown is a drive over a site, worked out once, with what is said of it. Its values are not
// to be changed.
type Shown struct {
	Solved
	Said []finding.Finding
}

// Place puts the drive over a site and works it out.
func (t Entered) Place(s *site.Site) *Shown {
	o := &Shown{Solved: Solved{Placed: Placed{t, s}}}
	if s.Model == nil {
		return o
	}
	if f, shorted := s.Shorted(); shorted {
		o.say(f)
		return o
	}
	work(o)
	return o
}

// Offers weighs every known drive, and the owner's own, against a site on another bridge,
// in the place and with the controls that were entered for a drive.
func Offers(s *site.Site, e Entry) []Offer {
	return offers(&Placed{Take(e), s})
}

func (o *Shown) say(f ...finding.Finding) { o.Said = append(o.Said, f...) }

// work weighs, sets, wires and judges the drive.
func work(o *Shown) {
	v := &View{Choices: offers(&o.Placed), Candidates: candidates(&o.Placed), Shopping: shopping(&o.Placed),
		Trips: []bridge.TripLine{}, Figures: []finding.Figure{}, Envelope: []Point{}, Caps: []Cap{}, Map: []Command{},
		Sheet: []Row{}, Unheard: []string{}, Wiring: []Wire{}, Never: NeverWired(), Inspection: []Step{},
		Restore: []string{}, Displays: []string{}, Quirks: []string{},
		Up: Ramp{Hz: []float64{}, Share: []float64{}}, Down: Ramp{Hz: []float64{}, Share: []float64{}},
		BaseHz: o.Site.Model.FrequencyHz}
	o.View = v
	p := o.Profile
	if p == nil {
		o.say(sayNone(&o.Placed))
		return
	}
	m, start := motorFor(&o.Placed, p, o.Site.Feed.Volts)
	// The whole duty: the heaviest load bounds the speed, the start the ramp up, and the
	// lightest, which hardly brakes, the ramp down.
	heavy, starting, light := m, m, m
	heavy.Load, starting.Load, light.Load = o.Site.Load.At(o.Site.Load.Heaviest), o.Site.Load.RunUp(),
		o.Site.Load.At(o.Site.Load.Lightest)
	if o.Site.Load.Start != load.Free {
		starting.Load = o.Site.Load.At(o.Site.Load.Heaviest)
	}
	caps := o.Chosen.Highest(heavy, p)
	top := o.Chosen.Top(heavy, caps)
	up, down := starting.Up(top, o.Chosen.UpS), light.Down(top, o.Chosen.DownS, o.Chosen.Resistor == "yes")
	if share, better := starting.BoostFor(top, up); better { // what brings it off need not bring it up
		for _, one := range []*Motor{&m, &heavy, &starting, &light} {
			one.BoostShare = share
		}
		up = starting.Up(top, o.Chosen.UpS)
	}
	asks := asks(&o.Placed, down.Trips)
	asks.Start = start
	weighed, said := o.Chosen.Choose(p, asks)
	o.say(stepUp(&o.Placed, p, weighed, said)...)
	o.Motor, o.Weighed = &m, &weighed
	at := dialHz(&o.Placed, top)
	o.Hertz = at
	wants := o.Chosen.Wants(p, plateOf(&o.Placed), o.Site.Supply.Volts, o.Site.Supply.Hertz, m, top, up, down)
	o.say(o.Chosen.Control(p, wants, top)...)
	rows, unheard, cut := p.Sheet(wants, o.Chosen.SecondHand == "yes")
	if p.plate != nil {
		rows, unheard, cut = p.byFunction(wants), nil, nil
	}
	strange := o.Chosen.BackInto(rows)
	v.ByPlate = p.plate != nil
	v.Name, v.About, v.Verdict, v.Words, v.Caps, v.TopHz, v.LeastHz = p.Name, p.About, weighed.Verdict, weighed.Words,
		caps, top, o.Chosen.LeastHz
	v.Envelope, v.Dial = m.Envelope(math.Max(top, 1.2*o.Site.Model.FrequencyHz)), o.Chosen.SpeedsAt(m, at)
	if pt, err := m.At(at); err == nil {
		v.Point = pt
		v.SaysGrade, v.Says = pt.Words()
	}
	v.Map, v.Sheet = o.Chosen.Map(p), rows
	for _, f := range unheard {
		switch f {
		case LineVolts, LineHertz, MotorPoles, DisplayScale, BaseHertz, MotorFactor, MotorRPM, MotorPower, StopMode,
			ResetFault, Boost:
		default:
			v.Unheard = append(v.Unheard, strings.ReplaceAll(string(f), "-", " "))
		}
	}
	o.Earth = weighed.Conductor
	if o.Site.Rules == table.NorthAmerica {
		awg, _ := table.EarthAWG(weighed.Breaker)
		o.Earth = unit.Conductor{AWG: awg}
	}
	v.Wiring = behindStep(&o.Placed, o.Chosen.Wiring(p, weighed, o.Earth, motorEnds(&o.Placed)))
	if o.Chosen.SecondHand == "yes" {
		v.Inspection = o.Chosen.Inspection(p, o.Site.Supply.Volts)
	}
	v.Restore, v.Displays, v.Quirks = append(v.Restore, p.Restore...), append(v.Displays, p.Displays...),
		append(v.Quirks, p.Quirks...)
	v.WaitText = unit.Plain(p.WaitMinutes) + unit.Space + "min"
	v.BoxText, v.Trips = placeWords(p), TripLines(p)
	v.Figures = banded(&o.Solved, figures(&o.Placed, p, weighed, v))
	judge(o, v, m, heavy, up, down, cut, strange)
	judgePlate(o)
	v.Up, v.Down = finite(up), finite(down)
}

// stepVolts are the volts that transformers are made to, by the rules.
var stepVolts = map[table.Rules][]float64{table.NorthAmerica: {240, 480, 460}, table.Metric: {230, 400}}

// stepUp puts a transformer as a cure to a drive whose input wants more volts than the line has, where some joint of
// the motor takes what the drive then gives.
func stepUp(o *Placed, p *Profile, weighed Weighed, said []finding.Finding) []finding.Finding {
	for i := range said {
		if said[i].ID != finding.DriveLineVolts {
			continue
		}
		if o.Site.Supply.Step != nil {
			said[i].Detail, said[i].Entries = anotherTransformer, []string{supply.AtTransformer}
			if wall := o.Site.Supply.AtWall(o.Site.Supply.Volts); wall >= p.Input.Volts.Least &&
				wall <= p.Input.Volts.Most && o.fits(p.OutputVolts(wall)) {
				said[i].Cures = []finding.Cure{{Label: "No transformer", Path: supply.AtTransformer}}
			}
			continue
		}
		if o.Site.Supply.Volts >= p.Input.Volts.Least {
			continue
		}
		for _, to := range stepVolts[o.Site.Rules] {
			if to < p.Input.Volts.Least || to > p.Input.Volts.Most || !o.fits(p.OutputVolts(to)) {
				continue
			}
			if c, ok := o.Site.Supply.StepCure(to, weighed.LineAmps*o.Site.Supply.Volts); ok {
				said[i].Cures = append(said[i].Cures, c)
			}
			break
		}
	}
	return said
}

// motorFor is the motor as a drive sees it, in the joints wanted, under a share
// of its load, and what that drive brings off at standstill.
func motorFor(o *Placed, p *Profile, feed float64) (Motor, Brought) {
	m := Motor{Model: o.Site.Model, LineVolts: plateVoltsAt(o, feed), LineAmps: o.PlateAmps(), OutVolts: feed,
		LimitShare: 1.5, Cooling: o.Chosen.Cooling, DutyRatio: o.Site.Plate.InverterDuty,
		Load: o.Site.Load.At(o.Site.Load.Usual), Inertia: o.Site.Load.Inertia + machine.RotorInertia(o.Site.Model)}
	if m.Cooling == "" {
		if m.Cooling = OwnFan; o.Site.Plate.InverterDuty > 0 {
			m.Cooling = InverterDuty
		}
	}
	share, _ := o.Chosen.Derate(p)
	m.LimitShare = math.Min(1.5, p.Output.Overload*share*p.Output.Amps/(m.LineAmps*float64(o.Chosen.Count)))
	b := m.Boost(1.15 * startAsked(o))
	m.BoostShare = b.Share
	return m, b
}

// startAsked is the torque at standstill over rated that a drive must bring off:
// what the load asks, and a fifth for grease and belts in any case.
func startAsked(o *Placed) float64 { return math.Max(0.2, o.Site.Load.StartShare()) }

// plateVolts and PlateAmps are the plate's, carried to the joints wanted: what
// the drive's output must be for the coils to see their own.
func plateVolts(o *Placed) float64 { return plateVoltsAt(o, o.Site.Feed.Volts) }

func plateVoltsAt(o *Placed, feed float64) float64 {
	r := leads.Reachable(o.Site.Hand.Kind, o.Site.Inner, feed, o.Site.Column.Winding(), 1)
	return feed / math.Max(0.01, r[0].Ratio)
}

func (o *Placed) PlateAmps() float64 {
	amps := o.Site.Model.WindingAmps
	way := leads.Name(o.Site.Hand.Kind, o.Site.Wanted)
	if o.Site.Hand.Kind == leads.Three {
		way = o.Site.Reach[0].Way
	}
	if way.Arrangement == leads.Delta {
		amps *= math.Sqrt(3)
	}
	if way.Halves == leads.Parallel {
		amps *= 2
	}
	return amps
}

func asks(o *Placed, resistor bool) Asks {
	return Asks{Rules: o.Site.Wires(), Line: o.Site.Supply.Volts, ShaftWatts: o.Site.Plate.ShaftWatts,
		LineAmps: o.PlateAmps(), Efficiency: o.Site.Plate.Efficiency.Value,
		StartShare: startAsked(o), Single: o.Site.Has(finding.PlateSinglePhase), Resistor: resistor,
		Volts: o.fits(o.Site.Feed.Volts), Stepped: o.Site.Supply.Step != nil}
}

// fits says whether some joint of the leads takes so many volts.
func (o *Placed) fits(volts float64) bool {
	r := leads.Reachable(o.Site.Hand.Kind, o.Site.Inner, volts, o.Site.Column.Winding(), 1)
	return len(r) > 0 && r[0].Fits()
}

// offers lists every known drive against this job.
func offers(o *Placed) []Offer {
	out := []Offer{}
	known := slices.Clone(Shipped())
	if o.own != nil {
		known = append(known, *o.own)
	}
	if o.onPlate != nil { // the owner's own comes first
		known = slices.Insert(known, 0, *o.onPlate)
	}
	for _, p := range known {
		one, _ := offer(o, &p)
		out = append(out, one)
	}
	return out
}

// offer weighs one drive against this job.
func offer(o *Placed, p *Profile) (Offer, Weighed) {
	a := asks(o, false)
	feed := p.OutputVolts(o.Site.Supply.Volts)
	if a.Volts = o.fits(feed); a.Volts {
		_, a.Start = motorFor(o, p, feed)
	}
	weighed, said := o.Chosen.Choose(p, a)
	one := Offer{ID: p.ID, Name: p.Name, About: p.About, Words: weighed.Words, Grade: weighed.Verdict,
		Takes: weighed.LineAmps, Has: weighed.Have}
	for _, f := range said {
		asked := f.ID == finding.DriveThreeInput && f.Grade == finding.Open && weighed.Verdict != finding.Stop
		if (f.Grade == weighed.Verdict || asked) && (one.Text == "" || f.Grade == finding.Stop &&
			!strings.Contains(one.Text, f.Sentence)) {
			if one.Text != "" {
				one.Text += " "
			}
			one.Text += f.Sentence
		}
	}
	return one, weighed
}

func finite(r Ramp) Ramp {
	if math.IsInf(r.Least, 0) {
		r.Least, r.Asked = 0, 0
	}
	return r
}

func dialHz(o *Placed, top float64) float64 {
	at := math.Min(top, o.Site.Model.FrequencyHz)
	if o.Chosen.AtHz > 0 {
		at = math.Min(o.Chosen.AtHz, o.Profile.Output.Hertz)
	}
	return at
}

func plateOf(o *Placed) Plate {
	p := &o.Site.Plate
	return Plate{Volts: math.Round(plateVolts(o)), Amps: math.Round(o.PlateAmps()*100) / 100, Hertz: p.Hertz,
		RPM: p.RPM, Watts: p.ShaftWatts, Factor: p.PowerFactor.Value, Poles: p.Poles,
		AmpsGuessed: o.Site.Column.Mark == finding.Estimated, FactorGuessed: p.PowerFactor.Mark == finding.Estimated}
}

// motorEnds are the joints that the drive's three wires go to.
func motorEnds(o *Placed) (out [3]string) {
	for i, l := range leads.Lines {
		own := slices.DeleteFunc(slices.Clone(o.Site.Wanted.Of(l)),
			func(n string) bool { return slices.Contains(leads.Lines, n) })
		out[i] = leads.PrintJoint(own, o.Site.Hand.Naming)
	}
	return out
}

func figures(o *Placed, p *Profile, weighed Weighed, v *View) []finding.Figure {
	fig := func(id, name string, value float64, text, note string, section finding.Section) finding.Figure {
		return finding.Figure{ID: id, Name: name, Value: value, Text: text, Note: note, Mark: o.Site.Mark(),
			Why: []finding.Why{{Formula: name, Section: section, Source: "profile, plate and engine"}}}
	}
	out := []finding.Figure{
		fig("amps", "Output amps", weighed.Need, unit.Text(weighed.Need, "A")+" of "+unit.Text(weighed.Have, "A"),
			"asked, and there after derating", finding.OnDrive),
		fig("input", "Input amps", weighed.LineAmps, unit.Text(weighed.LineAmps, "A"),
			fmt.Sprintf("the drive's rated input; this motor takes up to %s, power factor %s, estimated",
				unit.Text(weighed.InputAmps, "A"), unit.Three(weighed.InputFactor)), finding.OnDrive),
		fig("volts", "Output volts", o.Site.Feed.Volts, unit.Whole(o.Site.Feed.Volts, "V"),
			"greatest, from "+unit.Whole(o.Site.Supply.Volts, "V"), finding.OnDrive),
	}
	if v.Point.Carries {
		motor := fig("motor", "Motor amps", v.Point.Amps, unit.Text(v.Point.Amps, "A"),
			unit.Percent(v.Point.Share)+" of plate at "+unit.Text(v.Point.Hz, "Hz"), finding.OnDriveSpeed)
		speed := fig("speed", "Motor speed", v.Point.RPM, unit.Whole(v.Point.RPM, "rpm"), "with slip at your load",
			finding.OnDriveSpeed)
		out = append(out, motor, speed)
	}
	out = append(out,
		fig("continuous", "Torque all day", v.Point.Continuous, unit.Percent(v.Point.Continuous),
			"of rated torque there; your load needs "+unit.Percent(v.Point.Asked), finding.OnDriveSpeed),
		fig("short", "For a minute", v.Point.Short, unit.Percent(v.Point.Short), "by the limit of amps",
			finding.OnDriveSpeed))
	return out
}
