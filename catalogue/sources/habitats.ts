import { keysOf } from '../../core/json'

/** Where a source grows or is come by, from memory: common practice of field guides, no source. */
export const HABITATS = {
  hedge: 'hedges and wood edges',
  wood: 'woods',
  grass: 'meadows and verges',
  waste: 'waste ground',
  water: 'watersides and wet ground',
  heath: 'heath and moor',
  shore: 'shores',
  rock: 'rocks and walls',
  dry: 'dry scrub and desert',
  garden: 'gardens and fields',
  shop: 'kitchen and shop',
} as const
export type Habitat = keyof typeof HABITATS
export const HABITAT_KEYS = keysOf(HABITATS)

/** Species of each, by scientific names; one may grow in several. */
const GROWING: Record<Habitat, string> = {
  hedge:
    'Acer pseudoplatanus|Agrimonia eupatoria|Anthriscus sylvestris|Arbutus unedo|Berberis vulgaris|Chelidonium majus|Corylus avellana|Cytisus scoparius|Eutrochium purpureum|Frangula alnus|Fraxinus excelsior|Galium mollugo|Hedera helix|Humulus lupulus|Juglans cinerea|Juglans nigra|Juglans regia|Ligustrum vulgare|Maclura pomifera|Malus domestica|Phytolacca americana|Populus tremula|Prunus avium|Prunus spinosa|Quercus robur|Rhamnus cathartica|Rhus glabra|Rhus typhina|Robinia pseudoacacia|Rosa canina|Rubia peregrina|Rubus fruticosus|Rubus idaeus|Salix alba|Salix caprea|Sambucus ebulus|Sambucus nigra|Solidago canadensis|Sorbus aucuparia|Symphytum officinale|Urtica dioica|Xanthoria parietina',
  wood: 'Acer pseudoplatanus|Acer rubrum|Aesculus hippocastanum|Alnus glutinosa|Alnus incana|Alnus rubra|Arbutus menziesii|Arbutus unedo|Betula pendula|Betula pubescens|Carya illinoinensis|Carya ovata|Castanea sativa|Cetraria islandica|Chelidonium majus|Cortinarius cinnamomeus|Cortinarius croceus|Cortinarius neosanguineus|Cortinarius purpureus|Cortinarius sanguineus|Cortinarius semisanguineus|Cortinarius smithii|Corylus avellana|Echinodontium tinctorium|Eucalyptus camaldulensis|Eucalyptus cinerea|Eucalyptus cladocalyx|Eucalyptus globulus|Evernia mesomorpha|Evernia prunastri|Flavoparmelia baltimorensis|Flavoparmelia caperata|Frangula alnus|Fraxinus excelsior|Galium boreale|Galium odoratum|Ganoderma applanatum|Gymnopilus junonius|Hapalopilus rutilans|Hedera helix|Hydnellum aurantiacum|Hydnellum caeruleum|Hydnellum peckii|Hypholoma fasciculare|Hypogymnia physodes|Hypomyces lactifluorum|Inonotus hispidus|Juglans cinerea|Juglans nigra|Laetiporus sulphureus|Larix decidua|Letharia vulpina|Lobaria pulmonaria|Mahonia aquifolium|Omphalotus illudens|Omphalotus olearius|Omphalotus olivascens|Parmelia saxatilis|Parmelia sulcata|Paxillus involutus|Peltigera canina|Phaeolus schweinitzii|Phellodon niger|Picea abies|Pinus sylvestris|Pisolithus arhizus|Platismatia glauca|Populus tremula|Prunus avium|Pseudevernia furfuracea|Pteridium aquilinum|Punctelia rudecta|Pycnoporellus alboluteus|Pycnoporellus fulgens|Quercus infectoria|Quercus robur|Quercus velutina|Ramalina farinacea|Rubus idaeus|Salix caprea|Sanguinaria canadensis|Sarcodon imbricatus|Sarcodon squamosus|Sorbus aucuparia|Suillus bovinus|Suillus variegatus|Tapinella atrotomentosa|Thelephora terrestris|Tillandsia recurvata|Tillandsia usneoides|Trametes versicolor|Tsuga canadensis|Usnea subfloridana|Vaccinium myrtillus|Xerocomellus chrysenteron|Acacia dealbata|Acacia mearnsii',
  grass:
    'Achillea millefolium|Agrimonia eupatoria|Alchemilla vulgaris|Anthriscus sylvestris|Centaurea nigra|Coreopsis tinctoria|Cota tinctoria|Daucus carota|Equisetum arvense|Filipendula ulmaria|Foeniculum vulgare|Galium boreale|Galium mollugo|Galium verum|Genista tinctoria|Helenium autumnale|Helianthus annuus|Hypericum perforatum|Jacobaea vulgaris|Lotus corniculatus|Medicago sativa|Plantago lanceolata|Rudbeckia hirta|Rumex crispus|Rumex obtusifolius|Serratula tinctoria|Solidago canadensis|Solidago virgaurea|Symphytum officinale|Tanacetum vulgare|Taraxacum officinale|Trifolium pratense|Tussilago farfara|Urtica dioica|Verbascum thapsus',
  waste:
    'Achillea millefolium|Artemisia vulgaris|Chelidonium majus|Cota tinctoria|Daucus carota|Equisetum arvense|Foeniculum vulgare|Hypericum perforatum|Isatis tinctoria|Jacobaea vulgaris|Phytolacca americana|Pisolithus arhizus|Reseda luteola|Reynoutria japonica|Robinia pseudoacacia|Rubus fruticosus|Rumex crispus|Rumex obtusifolius|Sambucus ebulus|Sambucus nigra|Solidago canadensis|Solidago gigantea|Tanacetum vulgare|Taraxacum officinale|Tussilago farfara|Urtica dioica|Verbascum thapsus|Rhus typhina|Rhus glabra|Eriobotrya japonica',
  water:
    'Alnus glutinosa|Alnus incana|Alnus rubra|Eucalyptus camaldulensis|Eutrochium purpureum|Filipendula ulmaria|Frangula alnus|Helenium autumnale|Humulus lupulus|Iris pseudacorus|Lythrum salicaria|Myrica gale|Nymphaea alba|Reynoutria japonica|Salix alba|Salix caprea|Solidago gigantea|Symphytum officinale|Thespesia populnea',
  heath:
    'Arctostaphylos uva-ursi|Betula pubescens|Calluna vulgaris|Cetraria islandica|Cortinarius semisanguineus|Cytisus scoparius|Empetrum nigrum|Galium verum|Genista tinctoria|Juniperus communis|Myrica gale|Potentilla erecta|Pteridium aquilinum|Solidago virgaurea|Sorbus aucuparia|Thelephora terrestris|Ulex europaeus|Vaccinium myrtillus',
  shore:
    'Morinda citrifolia|Ochrolechia parella|Ramalina farinacea|Roccella fuciformis|Roccella tinctoria|Rumex crispus|Thespesia populnea|Xanthoria parietina|Foeniculum vulgare',
  rock: 'Flavoparmelia baltimorensis|Lasallia papulosa|Lasallia pustulata|Ochrolechia parella|Ochrolechia tartarea|Parmelia omphalodes|Parmelia saxatilis|Roccella fuciformis|Roccella tinctoria|Umbilicaria mammulata|Xanthoparmelia conspersa|Xanthoparmelia cumberlandia|Xanthoria parietina|Ficus carica|Peltigera canina',
  dry: 'Alkanna tinctoria|Arctostaphylos manzanita|Artemisia tridentata|Cotinus coggygria|Daphne gnidium|Ericameria nauseosa|Olea europaea|Opuntia ficus-indica|Pistacia lentiscus|Prosopis glandulosa|Quercus infectoria|Rhus coriaria|Salvia rosmarinus|Tillandsia recurvata|Vachellia farnesiana|Vachellia nilotica|Senegalia catechu|Isatis tinctoria|Rubia peregrina|Acacia dealbata|Acacia mearnsii|Rhus chinensis|Terminalia chebula|Dactylopius coccus',
  garden:
    'Aesculus hippocastanum|Alcea rosea|Alchemilla vulgaris|Allium cepa|Artemisia dracunculus|Brassica oleracea|Calendula officinalis|Camellia sinensis|Carthamus tinctorius|Clitoria ternatea|Coreopsis tinctoria|Cosmos sulphureus|Cota tinctoria|Cotinus coggygria|Dahlia pinnata|Daucus carota|Diospyros kaki|Eriobotrya japonica|Eucalyptus cinerea|Eucalyptus globulus|Ficus carica|Foeniculum vulgare|Galium odoratum|Helianthus annuus|Hibiscus sabdariffa|Humulus lupulus|Indigofera tinctoria|Isatis tinctoria|Juglans nigra|Juglans regia|Lawsonia inermis|Ligustrum vulgare|Mahonia aquifolium|Malus domestica|Mangifera indica|Medicago sativa|Mentha spicata|Narcissus pseudonarcissus|Olea europaea|Persea americana|Persicaria tinctoria|Phaseolus vulgaris|Prunus avium|Prunus persica|Psidium guajava|Punica granatum|Reseda luteola|Rheum rhabarbarum|Ribes nigrum|Rubia cordifolia|Rubia tinctorum|Rubus idaeus|Rudbeckia hirta|Salvia officinalis|Salvia rosmarinus|Sorghum bicolor|Strobilanthes cusia|Symphytum officinale|Tagetes erecta|Tagetes patula|Vitis vinifera|Zinnia elegans|Berberis vulgaris|Bixa orellana|Carya illinoinensis|Castanea sativa|Coffea arabica|Tanacetum vulgare|Acacia dealbata|Rhus typhina|Opuntia ficus-indica',
  shop: 'Alkanna tinctoria|Allium cepa|Biancaea sappan|Bixa orellana|Brassica oleracea|Camellia sinensis|Carthamus tinctorius|Coffea arabica|Curcuma longa|Dactylopius coccus|Haematoxylum campechianum|Hibiscus sabdariffa|Indigofera tinctoria|Kerria lacca|Lawsonia inermis|Maclura tinctoria|Paubrasilia echinata|Persea americana|Phaseolus vulgaris|Punica granatum|Quercus infectoria|Reseda luteola|Rubia cordifolia|Rubia tinctorum|Senegalia catechu|Terminalia chebula|Vachellia nilotica|Rhus chinensis|Rhus coriaria|Diospyros kaki|Mangifera indica',
}

const HABITATS_OF = new Map<string, Habitat[]>()
for (const habitat of HABITAT_KEYS) {
  for (const name of GROWING[habitat].split('|')) {
    HABITATS_OF.set(name, [...(HABITATS_OF.get(name) ?? []), habitat])
  }
}

/** Every species that a habitat is told of. */
export const SPECIES_WITH_HABITAT: readonly string[] = [...HABITATS_OF.keys()]

/** Where a species grows; empty: nobody wrote it down. */
export const habitatsOf = (scientificName: string): readonly Habitat[] =>
  HABITATS_OF.get(scientificName) ?? []
