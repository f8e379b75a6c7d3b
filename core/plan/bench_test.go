package plan_test

import (
	"math/rand/v2"
	"strings"
	"testing"
	"time"

	"graybridge/core/document"
	"graybridge/core/drive"
	"graybridge/core/picture"
	"graybridge/core/plan"
	"graybridge/core/scenario"
	"graybridge/jobtest"
)

func BenchmarkPlan(b *testing.B) {
	d := scenario.Blunger()
	b.ReportAllocs()
	for b.Loop() {
		plan.Make(d)
	}
}

// The same with three rounds of readings to refit.
func BenchmarkPlanTrimmed(b *testing.B) {
	d := scenario.Blunger()
	d.Bridge.Capacitor.Trim = strings.Repeat("52 µF: leads 3.6 4.8 3.5; corner 222 232; volts 235\n", 8)
	b.ReportAllocs()
	for b.Loop() {
		plan.Make(d)
	}
}

// A motor on a drive: weighed, followed over hertz, set and wired.
func BenchmarkPlanDrive(b *testing.B) {
	d := scenario.BallMill()
	b.ReportAllocs()
	for b.Loop() {
		plan.Make(d)
	}
}

// A drive that nobody knows, from what stands on it to its verdict and the whole plan.
func BenchmarkPlanByPlate(b *testing.B) {
	d := scenario.BallMill()
	d.Bridge.Drive = drive.Entry{Plate: "IN 1~ 200-240 V 14 A OUT 3~ 0-240 V 7 A 1.5 kW"}
	for b.Loop() {
		if p := plan.Make(d); p.Drive == nil || p.Drive.Verdict == "" {
			b.Fatal("no verdict")
		}
	}
}

func BenchmarkPlanDirect(b *testing.B) {
	d := scenario.JiggerWheel()
	b.ReportAllocs()
	for b.Loop() {
		plan.Make(d)
	}
}

// The plan of the corpus that takes longest: every plate on each bridge, as read
// and with everything said that a law case says.
func BenchmarkPlanCorpus(b *testing.B) {
	var slowest document.Document
	most := time.Duration(0)
	r := rand.New(rand.NewPCG(11, 7))
	for _, c := range jobtest.Plates(b) {
		for i := range 6 {
			d := c.Document()
			if i > 1 {
				d = jobtest.Case(c, r)
			}
			if i == 1 {
				d.Bridge.Kind = document.KindDrive
			}
			least := time.Hour
			for range 2 {
				from := time.Now()
				plan.Make(d)
				least = min(least, time.Since(from))
			}
			if least > most {
				most, slowest = least, d
			}
		}
	}
	b.ReportAllocs()
	for b.Loop() {
		plan.Make(slowest)
	}
	b.Logf("the slowest is %s on %q", slowest.Name, slowest.Bridge.Kind)
}

func BenchmarkStartRun(b *testing.B) {
	d := scenario.Blunger()
	for b.Loop() {
		if _, ok := pictured(picture.Start)(d); !ok {
			b.Fatal("no run-up")
		}
	}
}

func BenchmarkIsland(b *testing.B) {
	d := scenario.Blunger()
	for b.Loop() {
		if _, ok := pictured(picture.Island)(d); !ok {
			b.Fatal("no island")
		}
	}
}
