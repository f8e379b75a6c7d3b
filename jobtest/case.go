package jobtest

import (
	"fmt"
	"math"
	"math/rand/v2"
	"regexp"

	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/leads"
	"graybridge/core/load"
	"graybridge/core/machine"
	"graybridge/core/plate"
	"graybridge/core/protection"
	"graybridge/core/unit"
)

// Case draws jobs over everything that owners enter: bridges, loads, joints as
// found, supplies, microfarads and protection, right and wrong.
func Case(c Plate, r *rand.Rand) document.Document {
	d := c.Document()
	if r.IntN(3) == 0 {
		d.Machines[0].Plate = sibling(c, r)
	}
	pick := func(all ...string) string { return all[r.IntN(len(all))] }
	if d.Machines[0].Leads.Kind.Halved() && r.IntN(4) > 0 {
		d.Machines[0].Leads.Agreed = "plate"
	}
	d.Machines[0].Load.Kind = []machine.LoadKind{"", machine.NoLoad, machine.Constant, machine.Linear,
		machine.Fan}[r.IntN(5)]
	d.Machines[0].Load.Share = pick("", "10 %", "40 %", "65 %", "80 %", "100 %", "150 %")
	d.Machines[0].Load.Start = []load.Start{"", load.Free, load.Loaded, load.Stuck}[r.IntN(4)]
	if r.IntN(3) == 0 {
		d.Machines[0].Load.Lightest, d.Machines[0].Load.Heaviest = pick("", "0 %", "30 %"), pick("", "90 %", "110 %")
	}
	if r.IntN(3) == 0 {
		d.Supply.Volts = pick("104", "120", "188", "208", "225", "236", "252", "262", "300")
	}
	if r.IntN(3) == 0 {
		d.Supply.FeederLength, d.Supply.FeederSize = pick("5 m", "40 m", "120 m"),
			pick("1.5 mm²", "4 mm²", "14 AWG", "10 AWG")
	}
	if r.IntN(4) == 0 {
		d.Supply.Breaker = pick("10 A", "20 A", "32 A", "63 A")
	}
	switch r.IntN(5) {
	case 0:
		d.Machines[0].Leads.Found = pick("open", "L1-L2", "nonsense")
	case 1, 2:
		tables := d.Machines[0].Leads.Kind.Layout().Tables
		if len(tables) > 0 {
			t := tables[r.IntN(len(tables))]
			box := &d.Machines[0].Leads
			box.Found = leads.Joints(t.Joints).Print(box.Naming.For(box.Kind))
		}
	}
	if r.IntN(2) == 0 {
		d.Machines[0].Protection.Breaker = pick("6 A", "10 A", "16 A", "25 A", "63 A", "100 A", "2 A")
		d.Machines[0].Protection.Conductor = pick("", "1.5 mm²", "2.5", "6 mm²", "14 AWG", "10 AWG", "0.5 mm²")
		d.Machines[0].Protection.Relay = []protection.Relay{"", protection.NoRelay, protection.SupplyLines,
			protection.MotorLeads}[r.IntN(4)]
		d.Machines[0].Protection.RelaySet = pick("", "1 A", "5 A", "12 A", "40 A")
	}
	if r.IntN(3) == 0 {
		d.Bridge.Kind = document.KindDrive
		ids := []string{""}
		for _, p := range drive.Shipped() {
			ids = append(ids, p.ID, p.ID)
		}
		d.Bridge.Drive = drive.Entry{Profile: ids[r.IntN(len(ids))],
			Cooling: []drive.Cooling{"", drive.Blower, drive.InverterDuty, drive.NonVentilated}[r.IntN(4)],
			At:      pick("", "10", "60"), Most: pick("", "75")}
		return d
	}
	if r.IntN(2) == 0 {
		d.Bridge.Capacitor.Microfarad = unit.Plain(math.Round(c.KW * []float64{7, 20, 35, 50, 70, 120, 420}[r.IntN(7)]))
	}
	if r.IntN(5) == 0 {
		d.Bridge.Capacitor.Start = pick("40", "150", "600")
	}
	d.Bridge.Capacitor.CornerTo = pick("", "L1", "L2")
	return d
}

var figures = regexp.MustCompile(`\d+(?:\.\d+)?`)

// sibling is a plate of the same make as one of the corpus: a motor a little more or
// less efficient, with a little more or less slip.
func sibling(c Plate, r *rand.Rand) plate.Entry {
	e := c.Plate
	more := 0.92 + 0.16*r.Float64()
	e.Amps = figures.ReplaceAllStringFunc(e.Amps, func(text string) string {
		amps, _, _ := unit.Amps.One(text)
		return unit.Three(amps * more)
	})
	if rpm, ok, err := unit.RPM.One(e.RPM); err == nil && ok && c.Slip > 0 {
		sync := rpm / (1 - c.Slip)
		e.RPM = fmt.Sprintf("%.0f", sync-(sync-rpm)*(0.7+0.6*r.Float64()))
	}
	return e
}
