using System.Collections.Frozen;

namespace Garten.Core.Guides.Text;

/// <summary>
/// The words botanical texts are written with: organs, states and what they are states of, and the small words between. Nothing here is of a
/// guide; what a text means by its own words is taught on top.
/// </summary>
internal static class Words
{
    // Singular, then other forms that mean the same organ.
    private const string OrganForms = """
        leaf leaves foliage
        leaflet leaflets
        leaf-blade leaf blade|leaf blades|leaf-blades|lamina|laminas|laminae
        blade blades
        frond fronds
        pinna pinnae|pinnas
        pinnule pinnules
        needle needles
        petiole petioles
        leaf-stalk leaf stalk|leaf stalks|leaf-stalks|leafstalk|leafstalks
        petiolule petiolules
        rachis rhachis|rachises
        stipule stipules
        sheath sheaths|leaf sheath|leaf sheaths
        ligule ligules
        auricle auricles
        stalk stalks
        stem stems
        culm culms
        stolon stolons|runner|runners
        rhizome rhizomes|rootstock|rootstocks
        root roots|rootlet|rootlets
        taproot taproots
        bulb bulbs
        corm corms
        tuber tubers
        twig twigs
        branchlet branchlets
        branch branches
        shoot shoots
        trunk trunks
        bark
        wood
        pith
        bud buds
        terminal-bud terminal bud|terminal buds|end bud|end buds
        lateral-bud lateral bud|lateral buds|side bud|side buds
        bud-scale bud scale|bud scales|bud-scales
        leaf-scar leaf scar|leaf scars|leaf-scars
        bundle-scar bundle scar|bundle scars
        lenticel lenticels
        thorn thorns
        spine spines
        prickle prickles
        bristle bristles
        tendril tendrils
        node nodes
        internode internodes
        hair hairs
        scale scales
        gland glands
        sap latex juice
        band bands
        ridge ridges
        groove grooves
        rib ribs
        spot spots
        stripe stripes
        line lines
        cushion cushions
        bloom
        vein veins|nerve|nerves
        midrib midribs|midvein|midveins
        lateral-vein lateral vein|lateral veins|side vein|side veins|secondary vein|secondary veins
        lobe lobes
        leaf-lobe leaf lobe|leaf lobes
        leaf-tooth leaf tooth|leaf teeth
        tooth teeth
        segment segments
        inflorescence inflorescences|flower cluster|flower clusters|flowering head
        raceme racemes
        panicle panicles
        umbel umbels
        umbellet umbellets
        spike spikes
        spikelet spikelets
        cyme cymes
        corymb corymbs
        catkin catkins|ament|aments
        flower-head flower head|flower heads|flower-head|flower-heads|flowerhead|flowerheads|capitulum|capitula
        head heads
        cluster clusters
        peduncle peduncles|flower stem|flower stems|flowering stem|flowering stems
        pedicel pedicels
        flower-stalk flower stalk|flower stalks|flower-stalks
        fruit-stalk fruit stalk|fruit stalks
        scape scapes
        spadix spadices
        spathe spathes
        bract bracts
        bracteole bracteoles|bractlet|bractlets
        phyllary phyllaries
        involucre involucres
        epicalyx
        ray rays
        ray-floret ray floret|ray florets|ray flower|ray flowers
        disc-floret disc floret|disc florets|disk floret|disk florets|disc flower|disc flowers|disk flower|disk flowers
        floret florets
        flower flowers|blossom|blossoms
        perianth perianths
        tepal tepals
        calyx calyces|calyxes
        sepal sepals
        calyx-lobe calyx lobe|calyx lobes
        calyx-tooth calyx tooth|calyx teeth
        calyx-tube
        corolla corollas
        corolla-tube corolla tube|corolla tubes
        corolla-lobe corolla lobe|corolla lobes
        petal petals
        standard
        keel
        wing wings
        lip lips|labellum
        upper-lip
        lower-lip
        throat
        spur spurs
        hood
        stamen stamens
        filament filaments
        anther anthers
        pistil pistils
        carpel carpels
        ovary ovaries
        style styles
        stigma stigmas|stigmata
        hypanthium hypanthia
        receptacle receptacles
        pappus
        fruit fruits
        berry berries
        drupe drupes
        capsule capsules
        achene achenes
        nut nuts
        nutlet nutlets
        acorn acorns
        samara samaras
        pod pods
        legume legumes
        follicle follicles
        silique siliques|siliqua|siliquae
        silicle silicles|silicula
        pome pomes
        hip hips
        utricle utricles|perigynium|perigynia
        mericarp mericarps
        beak beaks
        valve valves
        cone cones
        seed-cone seed cone|seed cones|female cone|female cones
        pollen-cone pollen cone|pollen cones|male cone|male cones
        cone-scale cone scale|cone scales
        seed seeds
        stone stones
        aril arils
        cup cups|cupule
        awn awns
        glume glumes
        lemma lemmas
        palea paleas
        sorus sori
        indusium indusia
        sporangium sporangia
        spore spores
        flesh pulp
        rosette rosettes
        aggregate aggregates
        schizocarp schizocarps
        caryopsis caryopses
        thyrse thyrses
        glomerule glomerules
        fascicle fascicles
        tuft tufts
        whorl whorls
        ring rings
        knob knobs
        bulbil bulbils
        phyllode phyllodes
        spur-shoot spur shoot|spur shoots|short shoot|short shoots
        ocrea ocreae|ochrea
        floral-tube floral tube|hypanthium tube
        gynoecium
        androecium
        ovule ovules
        locule locules|chamber|chambers
        crown
        habit
        plant plants|individual|individuals
        """;

    // Sorts of plants: nouns that speak of the whole.
    private const string LifeForms = """
        life form = tree, trees, shrub, shrubs, subshrub, subshrubs, bush, bushes, herb, herbs, vine, vines, liana, lianas, climber, climbers, fern, ferns, grass, grasses, sedge, sedges, rush, rushes, forb, forbs, treelet, small tree, small trees, dwarf shrub, dwarf shrubs, succulent, succulents, cushion plant, aquatic, aquatics, epiphyte, parasite
        duration = annual, annuals, biennial, biennials, perennial, perennials, winter annual
        """;

    // What words say of an organ. A word stands once; what depends on the organ is decided by <see cref="CharacterOf"/>.
    private const string States = """
        arrangement = in a tuft, in tufts, in one pair, in a single pair, alternately arranged, arranged alternately, oppositely arranged, arranged oppositely, arranged spirally, borne singly, singly, borne in pairs, in opposite pairs, alternating, one at each node, two at each node, opposite each other, opposite, subopposite, sub-opposite, alternate, whorled, verticillate, basal, decussate, two-ranked, 2-ranked, distichous, spiral, spirally arranged, in pairs, paired, in whorls, in a rosette, in rosettes, in a basal rosette, in basal rosettes, fascicled, in fascicles, in bundles, tufted, scattered, solitary, single, clustered, in clusters, crowded, cauline, imbricate, overlapping, one-sided, secund, in threes, in twos, in fours, in fives, in two rows, in 2 rows, in three rows, in 3 rows, in four rows, in 4 rows, in rows, in a spiral
        division = simple, compound, pinnate, pinnately compound, palmate, palmately compound, digitate, trifoliate, trifoliolate, ternate, biternate, bipinnate, tripinnate, twice pinnate, thrice pinnate, twice-pinnate, thrice-pinnate, once pinnate, once-pinnate, odd-pinnate, even-pinnate, imparipinnate, paripinnate, undivided, divided, dissected, finely divided, 2-pinnate, 3-pinnate, 1-pinnate, unifoliate, imparipinnate
        lobing = lobed, unlobed, cleft, parted, incised, pinnatifid, palmatifid, pinnatisect, trilobed, bilobed, hastate-lobed, notched, cut
        margin = entire, serrate, serrulate, toothed, dentate, denticulate, crenate, crenulate, doubly serrate, double-toothed, sinuate, wavy, undulate, ciliate, revolute, inrolled, involute, untoothed, saw-toothed, scalloped, spiny-toothed, jagged, erose, fringed, fimbriate, rolled under, smooth-edged, toothless, biserrate
        shape = widest above the middle, widest at the middle, widest below the middle, widest near the base, widest near the tip, broadest above the middle, broadest below the middle, broadest at the middle, broadest near the base, rounded, ovate, obovate, lanceolate, oblanceolate, elliptic, elliptical, oblong, linear, orbicular, round, circular, oval, cordate, heart-shaped, reniform, kidney-shaped, deltoid, deltate, triangular, spatulate, spathulate, rhombic, diamond-shaped, hastate, sagittate, arrow-shaped, peltate, needle-like, scale-like, awl-shaped, subulate, filiform, thread-like, strap-shaped, sword-shaped, spoon-shaped, egg-shaped, pear-shaped, spherical, globose, subglobose, globular, ovoid, obovoid, ellipsoid, ellipsoidal, cylindrical, cylindric, conical, conic, bell-shaped, campanulate, funnel-shaped, funnelform, urn-shaped, urceolate, tubular, rotate, star-shaped, club-shaped, clavate, flat-topped, dome-shaped, pyramidal, fan-shaped, flabellate, wedge-shaped, falcate, sickle-shaped, lens-shaped, lenticular, disc-shaped, cup-shaped, saucer-shaped, trumpet-shaped, salverform, two-lipped, 2-lipped, bilabiate, spurred, pouched, lyrate, runcinate, plano-convex, biconvex, saccate, inflated, swollen, bulbous, grass-like, hooded, boat-shaped, semicircular, acicular, fusiform, spindle-shaped, turbinate, top-shaped, keeled, elongated, elongate
        apex = tipped, acute, acuminate, obtuse, mucronate, cuspidate, aristate, awned, emarginate, retuse, pointed, blunt, sharp-pointed, long-pointed, short-pointed, tapering, apiculate, spine-tipped, bristle-tipped, pungent, sharp, beaked, beakless, awnless
        base = cuneate, truncate, attenuate, asymmetric, asymmetrical, oblique, uneven, unequal, decurrent, auricled, auriculate, clasping, amplexicaul, perfoliate
        attachment = sessile, stalked, petiolate, petioled, unstalked, stalkless, subsessile, short-stalked, long-stalked, pedicelled, pedicellate, stipitate, united, free, fused, separate, joined, connate, adnate, separate to the base, united at the base, distinct, jointed, attached at the centre
        hair = hairy, hairless, glabrous, pubescent, puberulent, tomentose, villous, pilose, hirsute, hispid, strigose, sericeous, silky, woolly, lanate, downy, felted, velvety, glabrate, glabrescent, bristly, cobwebby, arachnoid, bearded, stellate-hairy, stellate-pubescent, scurfy, glandular, glandular-hairy, glandular-pubescent, glandless, shaggy, bald, floccose, nearly hairless, subglabrous, softly hairy, velutinous, hoary, canescent, glandular-punctate, gland-dotted, eglandular, scabridulous
        chambers = chambered, in chambers
        texture = satiny, with a satin sheen, pleated, coarse, fine, coming off in strips, coming off in shreds, coming off in sheets, coming off in plates, peeling off in strips, flaky, leathery, coriaceous, membranous, membranaceous, papery, fleshy, succulent, thin, herbaceous, woody, spongy, corky, rough, scabrous, stiff, soft, rigid, flexible, brittle, sticky, viscid, resinous, wrinkled, rugose, warty, papillose, smooth, furrowed, fissured, scaly, peeling, shredding, flaking, ridged, ribbed, grooved, striate, pitted, netted, reticulate, juicy, dry, mealy, scarious, chartaceous, tough, fibrous, plated, stringy, firm, hard, cartilaginous, waxy, crisped, glutinous, exfoliating, tuberculate, punctate, gritty, pliable
        lustre = shiny, glossy, lustrous, dull, shining, matt, matte
        bloom = glaucous, bloomed, pruinose, farinose
        colour = white, whitish, cream, creamy, yellow, yellowish, golden, orange, red, reddish, pink, pinkish, rose, purple, purplish, violet, lavender, lilac, blue, bluish, green, greenish, brown, brownish, black, blackish, grey, gray, greyish, grayish, silvery, tan, maroon, crimson, scarlet, magenta, colourless, colorless, straw-coloured, straw-colored, bronze, rusty, chestnut, variegated, mottled, spotted, buff, ivory, cream-coloured, ochre, cinnamon, mauve, salmon, coppery, translucent, pale, dark, milky, clear, watery, coloured, rust-coloured, wine-red, blue-black, ferruginous, straw-yellow, concolorous, bicoloured
        smell = aromatic, fragrant, scented, odorless, odourless, unscented, foul-smelling, strong-smelling, sweet-scented, strong-scented, fetid, foetid, scentless, pungent-smelling
        persistence = kept, shed, fallen, withered, dying back, dies back, staying on, falling, evergreen, deciduous, persistent, caducous, semi-evergreen, withering, marcescent, early deciduous, semideciduous, falling early, wintergreen, late deciduous
        posture = forming mats, forming tufts, forming clumps, forming cushions, cling, lying forward, turned forward, pressed to the stem, spread, spreads, lean, leans, twine, twines, climb, climbs, creep, creeps, hang, hangs, nod, nods, droop, droops, curving, curve, curves, standing upright, clinging, erect, ascending, spreading, prostrate, procumbent, decumbent, creeping, trailing, pendulous, drooping, nodding, pendent, arching, climbing, twining, scrambling, recurved, reflexed, deflexed, appressed, divergent, diverging, upright, straight, curved, hooked, hanging, mat-forming, cushion-forming, sprawling, floating, submerged, emergent, incurved, flexuous, zigzag, zig-zag, rooting at the nodes, rooting, tuft-forming, tuft-like, clump-forming, horizontal, patent, clasped, bent, coiled, weeping, ascending-erect, spreading-ascending, climbing by tendrils, leaning, turned back, bent back, curled, rhizomatous, stoloniferous, cespitose, caespitose, turned downwards, bent downwards, pointing downwards, pointing upwards, pointing forward, twisted, declined
        cross-section = terete, square, angled, 4-angled, four-angled, triangular in section, quadrangular, flattened, compressed, winged, wingless, unwinged, hollow, solid, round in section, angular, channelled, flat, two-edged, ridged in section, round in cross-section, square in section, square in cross-section, triangular in cross-section, flat in cross-section, cylindrical in cross-section, 3-angled, pithy, quadrate
        armature = thorny, spiny, prickly, armed, unarmed, thornless, spineless
        branching = branched, unbranched, much-branched, much branched, forked, freely branched, few-branched, sparsely branched, dichotomously branched, many-branched
        leafiness = bare, bare in winter, bare of leaves, leafy, leafless
        sex = dioecious, monoecious, bisexual, unisexual, perfect, hermaphrodite, gynodioecious, polygamous, staminate, pistillate
        symmetry = regular, irregular, radially symmetrical, bilaterally symmetrical, actinomorphic, zygomorphic, radial, bilateral, symmetrical
        position = hidden, buried, concealed, terminal, axillary, lateral, superior, inferior, half-inferior, in the axils, in leaf axils, in the leaf axils, from the leaf axils, apical, exserted, included, enclosed, marginal, subterminal, immersed, protruding, sunken, subtended
        venation = parallel-veined, net-veined, pinnately veined, palmately veined, one-veined, parallel, impressed above
        prominence = impressed, raised, prominent, obscure, conspicuous, inconspicuous
        number = numerous, many, several, few, none
        size = larger, smaller, medium-sized, minute, large, small, tiny, showy
        density = dense, lax, loose, open, compact, congested, interrupted, spike-like, sparse, solitary-flowered
        flowers = few-flowered, many-flowered, one-flowered
        length = longer, shorter, long, short
        width = broader, narrower, wider, thinner, thicker, broad, narrow, slender, stout, wide, thick
        height = taller, knee-high, tall, low, dwarf
        presence = present, absent, wanting, lacking, missing, obsolete, vestigial
        dehiscence = dehiscent, indehiscent, splitting, opening by valves, opening by pores, splitting open
        layers = naked, valvate
        life form = arborescent, shrubby, suffrutescent, bushy, treelike, tree-like
        habitat = terrestrial, epiphytic, saprophytic, parasitic
        taste = bitter, sour, sweet, acrid
        """;

    private const string Modifiers =
        "broadly narrowly finely coarsely deeply shallowly sharply bluntly densely sparsely thinly thickly strongly weakly slightly distinctly "
        + "clearly markedly prominently conspicuously obscurely minutely softly stiffly irregularly regularly evenly unevenly doubly palmately "
        + "pinnately nearly almost somewhat very rather quite more less ± dark pale bright light deep dull broad narrow widely closely loosely "
        + "strictly partly wholly completely entirely remotely bluntish long short longitudinally spirally simply once twice thrice "
        + "silvery rosy reddish yellowish greenish bluish purplish brownish whitish greyish grayish pinkish blackish golden whole "
        + "glandular stellate woolly cobwebby gradually abruptly truly persistently hardly scarcely barely vividly dully creamy equally unequally "
        + "moderately extremely fairly stoutly slenderly laterally dorsally softly rusty ashy shortly unusually conspicuously harshly";

    private const string Frequencies =
        "usually often rarely sometimes mostly commonly occasionally generally always never typically frequently seldom normally "
        + "exceptionally mainly largely chiefly";

    // The second half of a compound keeps its hyphen when a line breaks there.
    private const string Halves =
        "shaped like lobed toothed veined nerved coloured colored green red white yellow brown black blue purple grey gray pink "
        + "flowered leaved leafed stalked hairy pointed tipped angled ranked seeded pinnate lipped foliolate parted sided branched forming scented "
        + "smelling margined edged petalled petaled topped section inferior evergreen ovate lanceolate oblong elliptic serrate acute";

    private const string Habitats =
        "wood woods woodland woodlands forest forests meadow meadows bog bogs marsh marshes swamp swamps fen fens stream streams streambank "
        + "streambanks bank banks river rivers riverbank riverbanks lake lakes lakeshore lakeshores shore shores shoreline beach beaches dune dunes slope slopes cliff "
        + "cliffs ledge ledges grassland grasslands prairie prairies thicket thickets clearing clearings roadside roadsides field fields "
        + "garden gardens hedge hedges hedgerow hedgerows heath heaths heathland moor moors moorland scrub pasture pastures ravine ravines talus scree screes "
        + "tundra estuary estuaries wetland wetlands pond ponds pool pools ditch ditches ground places place sites habitats habitat water saltmarsh "
        + "floodplain floodplains valley valleys hillside hillsides ridge ridges understorey understory bluffs bluff plantation plantations coast coasts plains seep seeps spring springs lowland lowlands upland uplands mountains "
        + "wasteland waste crevices outcrops bottomland bottomlands gravelbars bars edges openings barrens canyons burns parks lawns carr quarries walls copses shallows mudflats flats stand stands";

    private const string Substrates =
        "soil soils sand sands gravel gravels limestone clay clays peat mud rock rocks granite serpentine sandstone chalk loam humus silt shale boulders";

    private const string NumberNames =
        "one 1 two 2 three 3 four 4 five 5 six 6 seven 7 eight 8 nine 9 ten 10 eleven 11 twelve 12 thirteen 13 fourteen 14 sixteen 16 seventeen 17 eighteen 18 nineteen 19 fifteen 15 twenty 20 thirty 30 forty 40 fifty 50";

    private const string Months =
        "january february march april may june july august september october november december";

    /// <summary>Most words of one entry.</summary>
    public const int LongestEntry = 5;

    /// <summary>Organs by any of their forms, in the singular with spaces.</summary>
    public static readonly FrozenDictionary<string, string> Organs = ReadOrgans();

    /// <summary>Sorts of plants: "tree" is a "life form".</summary>
    public static readonly FrozenDictionary<string, string> Plants = ReadStates(LifeForms);

    /// <summary>What a state is a state of, unless its organ says otherwise.</summary>
    public static readonly FrozenDictionary<string, string> StatesOf = ReadStates(States);

    public static readonly FrozenSet<string> Modifying = Set(Modifiers);
    public static readonly FrozenSet<string> Frequency = Set(Frequencies);
    public static readonly FrozenSet<string> SecondHalves = Set(Halves);
    public static readonly FrozenSet<string> HabitatNouns = Set(Habitats);
    public static readonly FrozenSet<string> SubstrateNouns = Set(Substrates);
    public static readonly FrozenSet<string> MonthNames = Set(Months);

    public static readonly FrozenDictionary<string, string> Numbers = NumberNames
        .Split(' ')
        .Chunk(2)
        .ToFrozenDictionary(c => c[0], c => c[1], StringComparer.Ordinal);

    /// <summary>Fruits by their kind, which "fruit a capsule" names.</summary>
    public static readonly FrozenSet<string> FruitKinds = Set(
        "berry drupe capsule achene nut nutlet samara pod legume follicle silique silicle pome hip utricle schizocarp acorn caryopsis aggregate drupelet syncarp burr bur"
    );

    /// <summary>Inflorescences by their kind.</summary>
    public static readonly FrozenSet<string> InflorescenceKinds = Set(
        "raceme panicle umbel spike cyme corymb catkin head spadix thyrse glomerule fascicle flower-head cluster"
    );

    /// <summary>Whether a word is one of the trade or of everyday, and so no genus.</summary>
    public static bool IsPlain(string word)
    {
        var lower = word.ToLowerInvariant();
        return Organs.ContainsKey(lower)
            || Plants.ContainsKey(lower)
            || StatesOf.ContainsKey(lower)
            || Modifying.Contains(lower)
            || Frequency.Contains(lower)
            || HabitatNouns.Contains(lower)
            || SubstrateNouns.Contains(lower)
            || MonthNames.Contains(lower)
            || Everyday.Contains(lower);
    }

    private static readonly FrozenSet<string> Everyday = Set(
        "the a an and or with without not of in on at from to by as than if when plants flowering key group section "
            + "margin margins apex base tip tips surface surfaces upper lower underside outer inner young old male female basal mature "
            + "native common rare introduced north south east west coast island islands lowland lowlands upland uplands alpine montane"
    );

    private static FrozenSet<string> Set(string words) =>
        words.Split(' ', StringSplitOptions.RemoveEmptyEntries).ToFrozenSet(StringComparer.Ordinal);

    private static FrozenDictionary<string, string> ReadOrgans()
    {
        var organs = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var line in OrganForms.Split('\n', StringSplitOptions.RemoveEmptyEntries))
        {
            var space = line.IndexOf(' ', StringComparison.Ordinal);
            var singular = (space < 0 ? line : line[..space]).Replace('-', ' ');
            organs[singular] = singular;
            organs[singular.Replace(' ', '-')] = singular;
            if (space < 0)
            {
                continue;
            }

            var rest = line[(space + 1)..];
            // Forms of several words are parted by bars, single ones by either.
            foreach (var form in rest.Split('|', StringSplitOptions.RemoveEmptyEntries))
            {
                foreach (
                    var one in form.Contains(' ', StringComparison.Ordinal)
                    && !rest.Contains('|', StringComparison.Ordinal)
                        ? form.Split(' ')
                        : [form]
                )
                {
                    organs[one] = singular;
                }
            }
        }

        return organs.ToFrozenDictionary(StringComparer.Ordinal);
    }

    private static FrozenDictionary<string, string> ReadStates(string table)
    {
        var states = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var line in table.Split('\n', StringSplitOptions.RemoveEmptyEntries))
        {
            var parts = line.Split(" = ");
            foreach (var state in parts[1].Split(", "))
            {
                states.TryAdd(state.Trim(), parts[0].Trim());
            }
        }

        return states.ToFrozenDictionary(StringComparer.Ordinal);
    }
}
